/** Fewer are tried out in minutes. */
export const PIN_LENGTH = 6

/** One that everybody tries first: one sign over and over, a run up or down, two or three signs repeated, a year twice. */
export function isPlainPin(pin: string): boolean {
  const codes = [...pin].map((sign) => sign.codePointAt(0)!)
  const steps = new Set(codes.slice(1).map((code, index) => code - codes[index]!))
  if (steps.size <= 1 && Math.abs([...steps][0] ?? 0) <= 1) return true
  return /^(.{1,4})\1+$/.test(pin)
}
