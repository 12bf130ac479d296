export { CylindersPage as default } from '@/features/cylinders/CylindersPage'
