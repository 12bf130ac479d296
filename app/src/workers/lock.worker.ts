import { argon2id } from 'hash-wasm/dist/argon2.umd.min.js'
import { port } from './port'

/** What a PIN is stretched by: much memory and some time, so that trying out all of them is dear. */
export interface PinQuestion {
  readonly pin: string
  readonly salt: Uint8Array
  readonly memoryKib: number
  readonly passes: number
}
export type PinAnswer = { readonly stretched: Uint8Array } | { readonly failed: string }

const KEY_BYTES = 32
const here = port<PinQuestion, PinAnswer>()

here.onmessage = ({ data: { pin, salt, memoryKib, passes } }) => {
  argon2id({
    password: pin.normalize('NFKC'),
    salt,
    iterations: passes,
    memorySize: memoryKib,
    parallelism: 1,
    hashLength: KEY_BYTES,
    outputType: 'binary',
  }).then(
    (stretched) => here.postMessage({ stretched }),
    (error: unknown) => here.postMessage({ failed: String(error) }),
  )
}
