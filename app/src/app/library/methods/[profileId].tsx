export { MethodPage as default } from '@/features/library/MethodPage'
