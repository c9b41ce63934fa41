/**
 * A token's colour, as a canvas takes it. Where the system paints (forced colours) a canvas is left as it was drawn: there the
 * system's own colours are taken, so that nothing is drawn dark on dark.
 */
const SYSTEM: Readonly<Record<string, string>> = {
  paper: 'Canvas',
  sheet: 'Canvas',
  'lichen-wash': 'Canvas',
  'straw-wash': 'Canvas',
  'thistle-wash': 'Canvas',
  sunken: 'Canvas',
  'on-fill': 'HighlightText',
  thistle: 'Highlight',
  hairline: 'GrayText',
  line: 'GrayText',
}
export function inkOf(name: string, painted = SYSTEM[name] ?? 'CanvasText'): string {
  if (window.matchMedia('(forced-colors: active)').matches) return painted
  return getComputedStyle(document.documentElement).getPropertyValue(`--${name}`).trim()
}
/** The face of the charts. */
export const CHART_FACE = "'Atkinson Hyperlegible Next Variable', sans-serif"
