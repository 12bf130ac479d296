export { HandOverPage as default } from '@/features/handOver/HandOverPage'
