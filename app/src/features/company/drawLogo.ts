import { logoLimits, logoProblem, type LogoProblem } from '@zetesis/core'

/** pixels: sharp on paper at the size that it is printed */
const WIDTH = 480
const HEIGHT = 160
/** of the file that is chosen */
const MOST_BYTES = 5_000_000

/**
 * A picture file drawn into a PNG: whatever else was in the file, scripts in an SVG above all, is not in the pixels. Drawn as an image, nothing of it runs or
 * loads anything.
 */
export async function drawLogo(file: File): Promise<{ png: string } | { problem: LogoProblem }> {
  if (!['image/png', 'image/svg+xml'].includes(file.type)) return { problem: 'notPng' }
  if (file.size > MOST_BYTES) return { problem: 'tooLarge' }
  try {
    const image = new Image()
    image.src = await dataUrl(file)
    await image.decode()
    // an SVG that names no size has none
    const [width, height] = [image.naturalWidth || WIDTH, image.naturalHeight || HEIGHT]
    for (let scale = Math.min(WIDTH / width, HEIGHT / height); ; scale *= 0.7) {
      const canvas = document.createElement('canvas')
      canvas.width = Math.max(1, Math.round(width * scale))
      canvas.height = Math.max(1, Math.round(height * scale))
      canvas.getContext('2d')!.drawImage(image, 0, 0, canvas.width, canvas.height)
      const png = canvas.toDataURL('image/png').split(',')[1] ?? ''
      const problem = logoProblem(png)
      if (problem === undefined) return { png }
      if (problem === 'notPng' || canvas.width < logoLimits.width / 20) return { problem }
    }
  } catch {
    return { problem: 'notPng' }
  }
}

const dataUrl = (file: File): Promise<string> =>
  new Promise((resolve, reject) => {
    const reader = new FileReader()
    reader.onload = () => resolve(String(reader.result))
    reader.onerror = () => reject(new Error('unreadable'))
    reader.readAsDataURL(file)
  })
