export { LinePage as default } from '@/features/unit/LinePage'
