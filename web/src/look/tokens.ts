/** The palette, once: CSS variables and the component library's theme are both made from it. */
export const PALETTE = {
  paper: '#FBF8F3',
  sheet: '#FFFFFF',
  sunken: '#F4EFE7',
  ink: '#2A2130',
  soft: '#62586B',
  hairline: '#E5DED5',
  line: '#CFC5BA',
  thistle: '#6B3E80',
  'thistle-deep': '#523065',
  'thistle-mid': '#B79AC4',
  'thistle-wash': '#F1E9F4',
  'thistle-pale': '#FAF6FB',
  lichen: '#44624C',
  'lichen-mid': '#92AD97',
  'lichen-wash': '#EAF1EB',
  brick: '#9C3A26',
  'brick-mid': '#CF8B7C',
  'brick-wash': '#F9E9E4',
  straw: '#7A580C',
  'straw-mid': '#D9B24C',
  'straw-wash': '#FAF0D7',
  band: '#2A2130',
  'band-ink': '#F6F1F8',
  'band-soft': '#C9BCD1',
} as const

export const FACES = {
  text: "'Atkinson Hyperlegible Next Variable', system-ui, sans-serif",
  title: "'Fraunces Variable', Georgia, serif",
} as const

/** Writes the palette on the document as `--paper`, `--ink`, ... */
export function applyTokens(root: HTMLElement): void {
  for (const [name, value] of Object.entries(PALETTE)) root.style.setProperty(`--${name}`, value)
  root.style.setProperty('--face-text', FACES.text)
  root.style.setProperty('--face-title', FACES.title)
}

/** The component library's theme from the same palette. */
export const THEME = {
  token: {
    colorPrimary: PALETTE.thistle,
    colorSuccess: PALETTE.lichen,
    colorError: PALETTE.brick,
    colorWarning: PALETTE.straw,
    colorInfo: PALETTE.thistle,
    colorText: PALETTE.ink,
    colorTextSecondary: PALETTE.soft,
    colorBgBase: PALETTE.sheet,
    colorBgLayout: PALETTE.paper,
    colorBorder: PALETTE.line,
    colorBorderSecondary: PALETTE.hairline,
    colorTextPlaceholder: PALETTE.soft,
    borderRadius: 8,
    controlHeight: 44,
    controlHeightLG: 46,
    fontFamily: FACES.text,
    fontSize: 15,
    wireframe: false,
  },
}
