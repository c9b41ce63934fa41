/** Pictures are read, shrunk, drawn and searched here, beside the page: decoding twelve million pixels would hold it up. */
import { expose, transfer } from 'comlink'
import { drawPractice, suggestMites, workingScale, type PracticeKind, type Spot, type Suggestion, MITE } from '@thistle/core/photo'

/** The longest side that is kept: twelve million pixels at the usual 4 to 3. */
const MOST_SIDE = 4000
const QUALITY = 0.85

export interface Prepared {
  readonly width: number
  readonly height: number
  /** The picture whole, halved, quartered: what is looked at from afar is drawn from the small one. */
  readonly levels: readonly ImageBitmap[]
  /** The picture as it is sent: JPEG, with nothing in it of where or when it was taken. */
  readonly blob: Blob
}
export interface PreparedPractice extends Prepared {
  readonly mites: readonly Spot[]
  readonly mitePixels: number
  readonly across: number
}

let source: OffscreenCanvas | null = null
let stopped = false

const shrunk = (of: ImageBitmap, share: number) =>
  createImageBitmap(of, {
    resizeWidth: Math.max(1, Math.round(of.width * share)),
    resizeHeight: Math.max(1, Math.round(of.height * share)),
    resizeQuality: 'medium',
  })

async function prepare(bitmap: ImageBitmap): Promise<Prepared> {
  const longest = Math.max(bitmap.width, bitmap.height)
  const whole = longest > MOST_SIDE ? await shrunk(bitmap, MOST_SIDE / longest) : bitmap
  const canvas = new OffscreenCanvas(whole.width, whole.height)
  const context = canvas.getContext('2d')
  if (!context) throw new Error('no canvas to draw on')
  // What is see-through in a picture would turn black in a JPEG.
  context.fillStyle = 'white'
  context.fillRect(0, 0, whole.width, whole.height)
  context.drawImage(whole, 0, 0)
  source = canvas
  const blob = await canvas.convertToBlob({ type: 'image/jpeg', quality: QUALITY })
  const levels = [whole, await shrunk(whole, 0.5), await shrunk(whole, 0.25)]
  return { width: whole.width, height: whole.height, levels, blob }
}

const pause = () => new Promise((resolve) => setTimeout(resolve))

const worker = {
  /** Reads a picture's file. Rejects where it is none. */
  async open(blob: Blob): Promise<Prepared> {
    const prepared = await prepare(await createImageBitmap(blob, { imageOrientation: 'from-image' }))
    return transfer(prepared, [...prepared.levels])
  },
  /** Draws a practice picture. */
  async practise(kind: PracticeKind, mites: number, seed: number): Promise<PreparedPractice> {
    const drawn = drawPractice(kind, mites, seed)
    const image = new ImageData(drawn.width, drawn.height)
    image.data.set(drawn.pixels)
    const prepared = await prepare(await createImageBitmap(image))
    return transfer({ ...prepared, mites: drawn.mites, mitePixels: drawn.mitePixels, across: drawn.across }, [...prepared.levels])
  },
  /** Searches the opened picture for what looks like a mite; null where it was stopped. `across`: mm that the picture shows. */
  async suggest(across: number, tell: (share: number) => void): Promise<Suggestion[] | null> {
    if (!source) return []
    stopped = false
    const scale = workingScale(source.width, across)
    const small = new OffscreenCanvas(Math.max(1, Math.round(source.width * scale)), Math.max(1, Math.round(source.height * scale)))
    const context = small.getContext('2d', { willReadFrequently: true })
    if (!context) return []
    context.imageSmoothingQuality = 'medium'
    context.drawImage(source, 0, 0, small.width, small.height)
    const { data } = context.getImageData(0, 0, small.width, small.height)
    const search = suggestMites({ width: small.width, height: small.height, pixels: data }, (MITE.long * small.width) / across)
    let last = performance.now()
    for (;;) {
      const step = search.next()
      if (step.done) return step.value
      // Words of progress, and a look whether it was stopped, a few times a second.
      if (performance.now() - last > 60) {
        tell(step.value)
        await pause()
        if (stopped) return null
        last = performance.now()
      }
    }
  },
  stop(): void {
    stopped = true
  },
}
export type PhotoWorker = typeof worker
expose(worker)
