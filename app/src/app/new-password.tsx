/** Shown by the layout, whoever is signed in. */
export default function Shown() {
  return null
}
