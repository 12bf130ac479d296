import { useState, type ReactNode } from 'react'
import { sentence } from '@/sync/api'
import { asksToConfirm, ConfirmPassword } from './ConfirmPassword'

/** Work that the server asks a password for where it was typed too long ago: the form for it, and then the work goes on. */
export function useProof(): {
  readonly act: (work: () => Promise<unknown>) => Promise<void>
  /** shown while the password is asked for */
  readonly form: ReactNode
  readonly problem: string | undefined
  /** for a form that tells its own problems: where the password is asked for, this goes on after it */
  readonly guard: <T>(work: Promise<T>, again: () => Promise<unknown>) => Promise<T>
} {
  const [again, setAgain] = useState<() => Promise<unknown>>()
  const [problem, setProblem] = useState<string>()
  const act = (work: () => Promise<unknown>): Promise<void> =>
    work().then(
      () => {
        setProblem(undefined)
        setAgain(undefined)
      },
      (error: unknown) => (asksToConfirm(error) ? setAgain(() => work) : setProblem(sentence(error))),
    )
  const guard = <T,>(work: Promise<T>, goOn: () => Promise<unknown>): Promise<T> =>
    work.catch((error: unknown) => {
      if (asksToConfirm(error)) setAgain(() => goOn)
      throw error
    })
  const form = again ? (
    <ConfirmPassword onConfirmed={() => void act(again)} onLeave={() => setAgain(undefined)} />
  ) : null
  return { act, form, problem, guard }
}
