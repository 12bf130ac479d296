export { PreparePage as default } from '@/features/prepare/PreparePage'
