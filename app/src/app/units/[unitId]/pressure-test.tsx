export { PressureTestPage as default } from '@/features/pressureTest/PressureTestPage'
