import { padWords } from '@zetesis/contract'
import { setSettings, useSettings, type Pad } from '@/settings/settings'
import { Card } from '@/ui/Card'
import { Choice } from '@/ui/Choice'

const options = (Object.keys(padWords.options) as Pad[]).map((value) => ({ value, label: padWords.options[value] }))

/** What numbers are typed with on this device. */
export function PadCard() {
  const { pad } = useSettings()
  return (
    <Card>
      <Choice
        label={padWords.title}
        options={options}
        value={pad}
        onChange={(value) => value && setSettings({ pad: value })}
        hint={padWords.hint}
        testID="pad"
      />
    </Card>
  )
}
