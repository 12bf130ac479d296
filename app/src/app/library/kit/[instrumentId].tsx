export { InstrumentPage as default } from '@/features/library/InstrumentPage'
