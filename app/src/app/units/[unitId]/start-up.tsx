export { StartUpPage as default } from '@/features/startUp/StartUpPage'
