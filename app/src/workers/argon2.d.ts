declare module 'hash-wasm/dist/argon2.umd.min.js' {
  export { argon2id } from 'hash-wasm'
}
