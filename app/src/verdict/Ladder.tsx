import { ladderWords } from '@zetesis/contract'
import { ladderScene, type JudgedReading } from '@zetesis/core'
import { SceneView } from '@/charts/SceneView'
import { useSettings } from '@/settings/settings'

/** Every temperature of a reading on one scale, superheat and subcooling as the gaps between. */
export function Ladder({ judged, width, height }: { judged: JudgedReading; width: number; height: number }) {
  const { system } = useSettings()
  const scene = ladderScene({ judged, system, words: ladderWords, width, height })
  return scene ? <SceneView scene={scene} label="Temperature ladder" testID="ladder" /> : null
}
