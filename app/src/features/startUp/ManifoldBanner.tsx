import { manifoldWords } from '@zetesis/contract'
import type { ManifoldSetting } from '@zetesis/core'
import { useSettings } from '@/settings/settings'
import { Banner } from '@/ui/Banner'

/** The manifold's menu stands on another refrigerant than the unit's. */
export function ManifoldBanner({
  setting,
  refrigerant,
}: {
  setting: ManifoldSetting | undefined
  refrigerant?: string
}) {
  const { system } = useSettings()
  if (!setting || !refrigerant) return null
  return (
    <Banner metal="tooClose" word="The manifold" testID="manifold">
      {manifoldWords(setting, refrigerant, system)}
    </Banner>
  )
}
