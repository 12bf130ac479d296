import { lazyPage } from '@/frame/lazyPage'

export default lazyPage(async () => (await import('@/features/visits/UnitVisitPage')).UnitVisitPage)
