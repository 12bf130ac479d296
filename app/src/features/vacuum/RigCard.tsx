import { entryProblemWords } from '@zetesis/contract'
import { vacuumRigs, type VacuumRigName } from '@zetesis/rig'
import { useState, useSyncExternalStore } from 'react'
import { XStack } from 'tamagui'
import { rigRunner } from '@/instruments/rigRunner'
import { recorder } from '@/sync/client'
import { Choice } from '@/ui/Choice'
import { PickOne } from '@/ui/PickOne'
import { Press } from '@/ui/Press'
import { Body, Soft } from '@/ui/Words'
import type { UnitHandle } from '@/features/unit/useUnit'

const rigWords: Record<VacuumRigName, string> = {
  tight: 'Tight and dry',
  wet: 'Wet line set',
  slowLeak: 'Slow leak',
  wetAndLeaking: 'Wet and leaking',
  coresIn: 'Cores left in',
  oldOil: 'Gas in old oil',
  tiredPump: 'Tired pump',
}
const names = Object.keys(vacuumRigs) as VacuumRigName[]
const speeds = [1, 5, 20, 60] as const

/** The rig that runs for a unit on this device. */
export function useRig(unitId: string) {
  return useSyncExternalStore(rigRunner.subscribe, () => rigRunner.sessions()[unitId])
}

/** Ends the recording that runs: its last chunk, its hash, its entry. */
export async function endRecording(unit: UnitHandle, traceId: string): Promise<void> {
  const { samples, digest } = await recorder.end(traceId)
  unit.append({ kind: 'traceEnded', traceId, samples, digest })
}

/** The simulated evacuation: what it plays, how fast, and starting and stopping it. */
export function RigCard({ unit }: { unit: UnitHandle }) {
  const session = useRig(unit.unitId)
  const [rig, setRig] = useState<VacuumRigName>('wet')
  const [speed, setSpeed] = useState('1')
  const [problem, setProblem] = useState<string>()
  const begin = (name: VacuumRigName, times: number, then: (traceId: string) => void) => {
    const traceId = crypto.randomUUID()
    const entry = { kind: 'traceBegun', traceId, channels: ['vacuum'], source: 'rig', speed: times } as const
    const [refused] = unit.append({ ...entry, name: rigWords[name] })
    setProblem(refused && entryProblemWords(refused))
    if (!refused) then(traceId)
  }
  const start = () =>
    begin(rig, Number(speed), (traceId) => {
      rigRunner.start({ unitId: unit.unitId, traceId, rig, speed: Number(speed) })
    })
  const stop = () => {
    if (!session) return
    rigRunner.stop(unit.unitId)
    void endRecording(unit, session.traceId)
  }
  const changeSpeed = (value: string | undefined) => {
    if (!value) return
    setSpeed(value)
    if (!session || session.speed === Number(value)) return
    void endRecording(unit, session.traceId)
    begin(session.rig, Number(value), (traceId) => rigRunner.changeSpeed(unit.unitId, traceId, Number(value)))
  }
  return (
    <>
      {session ? (
        <Body>{`${rigWords[session.rig]} runs, ×${session.speed}. It goes on when you leave this page.`}</Body>
      ) : (
        <PickOne
          label="Simulated system"
          options={names.map((value) => ({ value, label: rigWords[value] }))}
          value={rig}
          onChange={(v) => setRig(v ?? rig)}
          testID="rig"
        />
      )}
      <Choice
        label="Speed"
        options={speeds.map((s) => ({ value: String(s), label: `×${s}` }))}
        value={session ? String(session.speed) : speed}
        onChange={changeSpeed}
        testID="speed"
      />
      {problem ? <Body color="$oxide">{problem}</Body> : null}
      <XStack>
        {session ? (
          <Press grow testID="rig-stop" onPress={stop}>
            Take the rig off
          </Press>
        ) : (
          <Press grow testID="rig-start" onPress={start}>
            Connect the rig
          </Press>
        )}
      </XStack>
      {session ? null : <Soft>For practice: what it records says that it came from the rig.</Soft>}
    </>
  )
}
