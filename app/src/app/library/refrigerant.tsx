export { RefrigerantPage as default } from '@/features/cylinders/RefrigerantPage'
