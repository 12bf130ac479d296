import equal from 'fast-deep-equal/react'
import { memo, type ComponentType } from 'react'

/** A component that is drawn anew only when what it is given says something else, however new the objects are. */
export const drawn = <P extends object>(component: ComponentType<P>) => memo(component, equal)
