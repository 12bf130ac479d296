export { makeRandom } from '@zetesis/rig'
