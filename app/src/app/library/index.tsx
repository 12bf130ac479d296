export { LibraryPage as default } from '@/features/library/LibraryPage'
