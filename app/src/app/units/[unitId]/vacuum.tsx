export { VacuumPage as default } from '@/features/vacuum/VacuumPage'
