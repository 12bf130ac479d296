export { ModelPage as default } from '@/features/library/ModelPage'
