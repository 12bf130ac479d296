export { WeighInPage as default } from '@/features/weighIn/WeighInPage'
