import { logoProblemWords } from '@zetesis/contract'
import { useState } from 'react'
import { XStack } from 'tamagui'
import { Card } from '@/ui/Card'
import { FieldProblem } from '@/ui/FieldProblem'
import { Logo } from '@/ui/Logo'
import { pickFile } from '@/ui/pickFile'
import { Press } from '@/ui/Press'
import { Heading, Soft } from '@/ui/Words'
import { drawLogo } from './drawLogo'

export function LogoField({ logo, onChange }: { logo?: string; onChange: (png: string | undefined) => void }) {
  const [problem, setProblem] = useState<string>()
  const choose = async () => {
    const file = await pickFile('.png,.svg,image/png,image/svg+xml')
    if (!file) return
    const drawn = await drawLogo(file)
    setProblem('problem' in drawn ? logoProblemWords[drawn.problem] : undefined)
    if ('png' in drawn) onChange(drawn.png)
  }
  return (
    <Card>
      <Heading>Logo</Heading>
      {logo ? <Logo png={logo} name="the company" /> : <Soft>For papers and the head of pages.</Soft>}
      <FieldProblem id="logo" problem={problem} />
      <XStack gap="$2" flexWrap="wrap">
        <Press testID="logo-choose" onPress={() => void choose()}>
          {logo ? 'Another picture' : 'Choose a picture'}
        </Press>
        {logo ? (
          <Press look="quiet" testID="logo-off" onPress={() => onChange(undefined)}>
            Take it off
          </Press>
        ) : null}
      </XStack>
      <Soft>PNG or SVG; it is made small enough.</Soft>
    </Card>
  )
}
