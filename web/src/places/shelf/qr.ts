/** Codes for tags: drawn by one package, read from the camera by another, or by the browser itself where it can. */
import { create } from 'qrcode'

/** The squares of a code, row by row: true is dark. Level M: a seventh of it may be dirty. */
export function squaresOf(text: string): { readonly size: number; readonly dark: (x: number, y: number) => boolean } {
  const { modules } = create(text, { errorCorrectionLevel: 'M' })
  return { size: modules.size, dark: (x, y) => modules.get(y, x) === 1 }
}
/** The outline of a code's dark squares as an SVG path, in squares, with the quiet edge of four that readers want. */
export function pathOf(text: string): { readonly side: number; readonly d: string } {
  const { size, dark } = squaresOf(text)
  const EDGE = 4
  let d = ''
  for (let y = 0; y < size; y++)
    for (let x = 0; x < size; x++)
      if (dark(x, y)) {
        let run = 1
        while (x + run < size && dark(x + run, y)) run++
        d += `M${x + EDGE} ${y + EDGE}h${run}v1h-${run}z`
        x += run - 1
      }
  return { side: size + 2 * EDGE, d }
}

interface Detector {
  readonly detect: (source: CanvasImageSource) => Promise<readonly { readonly rawValue: string }[]>
}
/** Reads a code out of a picture of the camera; null where there is none in it. */
export async function makeReader(): Promise<(video: HTMLVideoElement) => Promise<string | null>> {
  const Own = (window as unknown as { BarcodeDetector?: new (options: { formats: string[] }) => Detector }).BarcodeDetector
  if (Own) {
    const detector = new Own({ formats: ['qr_code'] })
    return async (video) => (await detector.detect(video))[0]?.rawValue ?? null
  }
  const { default: jsQR } = await import('jsqr')
  const canvas = document.createElement('canvas')
  const pen = canvas.getContext('2d', { willReadFrequently: true })
  return (video) => {
    const { videoWidth: width, videoHeight: height } = video
    if (!pen || width === 0) return Promise.resolve(null)
    canvas.width = width
    canvas.height = height
    pen.drawImage(video, 0, 0)
    return Promise.resolve(jsQR(pen.getImageData(0, 0, width, height).data, width, height)?.data ?? null)
  }
}
