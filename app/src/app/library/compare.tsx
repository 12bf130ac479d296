export { ComparePage as default } from '@/features/library/ComparePage'
