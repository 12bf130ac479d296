export { CylinderDetailPage as default } from '@/features/cylinders/CylinderPage'
