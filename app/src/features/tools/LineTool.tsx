import { acrTubes, lineSetAdjustmentKg, saturatedDensityKgPerM3, show, showText, type Refrigerant } from '@zetesis/core'
import { XStack, YStack } from 'tamagui'
import { useSettings } from '@/settings/settings'
import { useCompanyMethod } from '@/sync/useBook'
import { PickOne } from '@/ui/PickOne'
import { QuantityField, type QuantityText } from '@/ui/QuantityField'
import { Soft } from '@/ui/Words'
import { Answer } from './Answer'
import { DropInto } from './DropInto'
import { refrigerantOptions } from './PressureTemperature'
import { readField } from './read'
import { useKept } from './useKept'

const tubes = acrTubes.map((t) => ({ value: t.name as string, label: `${t.name} in` }))
const empty: QuantityText = { text: '' }

/** Charge for a line set: by the label's allowance, else by the liquid that fills the tube. */
export function LineTool() {
  const { system } = useSettings()
  const method = useCompanyMethod()
  const [kept, change] = useKept('line', {
    refrigerant: 'R-410A' as Refrigerant,
    length: empty,
    included: { text: '15', unit: 'ft' } as QuantityText,
    allowance: empty,
    tube: '3/8',
    vapour: '3/4',
  })
  const length = readField('length', kept.length, system)
  const included = readField('length', kept.included, system)
  const allowance = readField('massPerLength', kept.allowance, system)
  const tube = acrTubes.find((t) => t.name === kept.tube)!
  const vapour = acrTubes.find((t) => t.name === kept.vapour)!
  const found =
    length.si === undefined
      ? undefined
      : lineSetAdjustmentKg({
          sections: [{ lengthM: length.si, liquidOutsideDiameterM: tube.outsideDiameterM, adderKgPerM: allowance.si }],
          includedLengthM: included.si ?? 0,
          refrigerant: kept.refrigerant,
          liquidTemperatureK: method.liquidLineDensityK.si,
        })
  const density = saturatedDensityKgPerM3(kept.refrigerant, 'vapour', method.evaporatingHighK.si)
  const vapourKg =
    length.si !== undefined && density !== undefined
      ? (Math.PI / 4) * (vapour.outsideDiameterM - 2 * vapour.wallM) ** 2 * density * length.si
      : undefined
  const long = length.si !== undefined && length.si > method.longLineM.si
  const field = (name: 'length' | 'included' | 'allowance', label: string, problem?: string, hint?: string) => (
    <YStack flexGrow={1} flexBasis={130}>
      <QuantityField
        label={label}
        dimension={name === 'allowance' ? 'massPerLength' : 'length'}
        value={kept[name]}
        onChange={(next) => change({ [name]: next })}
        problem={problem}
        hint={hint}
        testID={`tool-${name}`}
      />
    </YStack>
  )
  return (
    <YStack gap="$4">
      <PickOne
        label="Refrigerant"
        options={refrigerantOptions}
        value={kept.refrigerant}
        onChange={(next) => next && change({ refrigerant: next })}
        testID="tool-refrigerant"
      />
      <XStack flexWrap="wrap" gap="$3">
        {field(
          'length',
          'Line length',
          length.problem ?? ((length.si ?? 0) < 0 ? 'A length can’t be negative.' : undefined),
        )}
        {field(
          'included',
          'Length the charge covers',
          included.problem ?? ((included.si ?? 0) < 0 ? 'A length can’t be negative.' : undefined),
        )}
        {field('allowance', 'Label’s allowance', allowance.problem, 'Empty: computed from the tube.')}
      </XStack>
      <PickOne
        label="Liquid line"
        options={tubes}
        value={kept.tube}
        onChange={(next) => next && change({ tube: next })}
        testID="tool-tube"
      />
      <PickOne
        label="Vapour line"
        options={tubes}
        value={kept.vapour}
        onChange={(next) => next && change({ vapour: next })}
        testID="tool-vapour"
      />
      {found?.ok ? (
        <Answer
          title={found.adjustmentKg < 0 ? 'Take out' : 'Add'}
          {...show('mass', Math.abs(found.adjustmentKg), system)}
          note={`${showText('length', found.working.sections[0]!.countedM, system)} × ${showText('massPerLength', found.adderKgPerM[0]!, system)}, ${found.working.sections[0]!.source === 'label' ? 'by the label' : 'computed from the tube'}.`}
          testID="tool-adjustment"
        />
      ) : null}
      {vapourKg !== undefined ? (
        <Soft>{`The vapour line holds about ${showText('mass', vapourKg, system)} more; labels usually leave it out.`}</Soft>
      ) : null}
      {long ? (
        <Soft color="$brass">{`Over ${showText('length', method.longLineM.si, system)}: the maker’s long-line guideline decides.`}</Soft>
      ) : null}
      <DropInto
        body={
          found?.ok && length.quantity
            ? {
                kind: 'facts',
                facts: {
                  refrigerant: kept.refrigerant,
                  lineLength: length.quantity as never,
                  liquidLine: { value: Number((tube.outsideDiameterM / 0.0254).toFixed(4)), unit: 'in' },
                  ...(included.quantity ? { includedLength: included.quantity as never } : {}),
                  ...(allowance.quantity ? { allowance: allowance.quantity as never } : {}),
                },
              }
            : undefined
        }
      />
    </YStack>
  )
}
