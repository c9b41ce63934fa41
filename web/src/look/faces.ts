/**
 * The two faces. Words come first: on a slow line they are drawn in what the device has, and the faces are fetched afterwards for
 * the next time. Where they are at hand they are there before the first word, so that nothing moves.
 */
import textExt from '@fontsource-variable/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-ext-wght-normal.woff2?url'
import text from '@fontsource-variable/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-wght-normal.woff2?url'
import titleExt from '@fontsource-variable/fraunces/files/fraunces-latin-ext-opsz-normal.woff2?url'
import title from '@fontsource-variable/fraunces/files/fraunces-latin-opsz-normal.woff2?url'

const LATIN =
  'U+0000-00FF,U+0131,U+0152-0153,U+02BB-02BC,U+02C6,U+02DA,U+02DC,U+0304,U+0308,U+0329,U+2000-206F,U+20AC,U+2122,U+2191,U+2193,U+2212,U+2215,U+FEFF,U+FFFD'
const EXTENDED =
  'U+0100-02BA,U+02BD-02C5,U+02C7-02CC,U+02CE-02D7,U+02DD-02FF,U+0304,U+0308,U+0329,U+1D00-1DBF,U+1E00-1E9F,U+1EF2-1EFF,U+2020,U+20A0-20AB,U+20AD-20C0,U+2113,U+2C60-2C7F,U+A720-A7FF'
const TEXT = 'Atkinson Hyperlegible Next Variable'
const TITLE = 'Fraunces Variable'
const FILES = [
  [TEXT, text, '200 800', LATIN],
  [TITLE, title, '100 900', LATIN],
] as const
/** Letters of other languages: fetched when a name has one. */
const SELDOM = [
  [TEXT, textExt, '200 800', EXTENDED],
  [TITLE, titleExt, '100 900', EXTENDED],
] as const
/** How long the first word may wait for its face, ms. */
const PATIENCE = 400
const KEPT = 'thistle-faces'

const face = ([family, file, weight, unicodeRange]: (typeof FILES)[number] | (typeof SELDOM)[number]) =>
  new FontFace(family, `url(${file}) format("woff2")`, { weight, unicodeRange, display: 'optional' })
/** A page whose script has come so late is on a slow line, whatever the device says of it, ms. */
const LATE = 2000
function isSlow(): boolean {
  if (performance.now() > LATE) return true

  const { connection } = navigator as Navigator & { connection?: { saveData?: boolean; effectiveType?: string } }
  return Boolean(connection?.saveData) || /2g|3g/.test(connection?.effectiveType ?? '')
}
const atHand = (): boolean => {
  try {
    return localStorage.getItem(KEPT) === text
  } catch {
    return false
  }
}
const remember = () => {
  try {
    localStorage.setItem(KEPT, text)
  } catch {
    // A browser that keeps nothing asks each time.
  }
}

/** Settles once the first word may be drawn: in its face where that is at hand or quickly fetched, else without. */
export async function facesOrWords(): Promise<void> {
  if (typeof FontFace === 'undefined' || (isSlow() && !atHand())) return
  const faces = FILES.map(face)
  const loaded = Promise.all(faces.map((f) => f.load())).then(
    () => true,
    () => false,
  )
  const inTime = await Promise.race([loaded, new Promise<false>((resolve) => setTimeout(resolve, PATIENCE, false))])
  // One that comes later would move every word: it is for the next page.
  if (inTime) for (const f of [...faces, ...SELDOM.map(face)]) document.fonts.add(f)
  void loaded.then((are) => are && remember())
}

/** Fetches the faces for the next time, where they were left out this time. */
export async function fetchFaces(): Promise<void> {
  if (!atHand()) await Promise.all(FILES.map(([, file]) => fetch(file, { priority: 'low' }))).then(remember)
}
