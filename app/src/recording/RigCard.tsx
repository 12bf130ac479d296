import { entryProblemWords } from '@zetesis/contract'
import type { TraceSample } from '@zetesis/core'
import type { RigChoice } from '@zetesis/rig'
import { useState, useSyncExternalStore } from 'react'
import { XStack } from 'tamagui'
import type { UnitHandle } from '@/unit/useUnit'
import { rigRunner } from '@/instruments/rigRunner'
import { recorder } from '@/sync/client'
import { Choice } from '@/ui/Choice'
import { PickOne } from '@/ui/PickOne'
import { Press } from '@/ui/Press'
import { Body, Soft } from '@/ui/Words'
import { rigChannels, rigChoices, rigName, type RigKind } from './rigs'

const speeds = [1, 5, 20, 60, 300] as const

/** The rig of this kind that runs for a unit on this device. */
export function useRig(unitId: string, kind: RigKind) {
  const session = useSyncExternalStore(rigRunner.subscribe, () => rigRunner.sessions()[unitId])
  return session?.rig.kind === kind ? session : undefined
}

/** The latest sample of a recording that runs on this device. */
export function useLatest(traceId: string | undefined): TraceSample | undefined {
  const text = useSyncExternalStore(recorder.subscribe, () =>
    traceId === undefined ? undefined : JSON.stringify(recorder.last(traceId)),
  )
  return text === undefined ? undefined : (JSON.parse(text) as TraceSample)
}

/** Ends the recording that runs: its last chunk, its hash, its entry. */
export async function endRecording(unit: UnitHandle, traceId: string): Promise<void> {
  const { samples, digest } = await recorder.end(traceId)
  unit.append({ kind: 'traceEnded', traceId, samples, digest })
}

/** Takes the rig off that runs for a unit, and ends its recording. */
export function takeRigOff(unit: UnitHandle): void {
  const running = rigRunner.sessions()[unit.unitId]
  if (!running) return
  rigRunner.stop(unit.unitId)
  void endRecording(unit, running.traceId)
}

/** A simulated system: what it plays, how fast, and starting and stopping it. One runs per unit: another one takes its place. */
export function RigCard({
  unit,
  kind,
  set,
}: {
  unit: UnitHandle
  kind: RigKind
  /** what else it is set up with */ set?: object
}) {
  const session = useRig(unit.unitId, kind)
  const [name, setName] = useState(rigChoices(kind)[0]!.value)
  const [speed, setSpeed] = useState('1')
  const [problem, setProblem] = useState<string>()
  const begin = (rig: RigChoice, times: number, then: (traceId: string) => void) => {
    const traceId = crypto.randomUUID()
    const entry = { kind: 'traceBegun', traceId, channels: rigChannels[kind], source: 'rig', speed: times } as const
    const [refused] = unit.append({ ...entry, name: rigName(rig) })
    setProblem(refused && entryProblemWords(refused))
    if (!refused) then(traceId)
  }
  const stop = () => takeRigOff(unit)
  const start = () => {
    stop()
    const rig = { kind, name, ...set } as RigChoice
    begin(rig, Number(speed), (traceId) => {
      rigRunner.start({ unitId: unit.unitId, traceId, rig, speed: Number(speed) })
    })
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
        <Body>{`${rigName(session.rig)} runs, ×${session.speed}. It goes on when you leave this page.`}</Body>
      ) : (
        <PickOne
          label="Simulated system"
          options={rigChoices(kind)}
          value={name}
          onChange={(v) => setName(v ?? name)}
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
            Disconnect the simulator
          </Press>
        ) : (
          <Press grow testID="rig-start" onPress={start}>
            Connect the simulator
          </Press>
        )}
      </XStack>
      {session ? null : <Soft>For practice: what it records says that it came from the simulator.</Soft>}
    </>
  )
}
