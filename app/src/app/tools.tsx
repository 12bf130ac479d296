export { ToolsPage as default } from '@/features/tools/ToolsPage'
