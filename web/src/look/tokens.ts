/** The palettes, once: CSS variables and the component library's theme are both made from them. */
const LIGHT = {
  paper: '#FBF8F3',
  sheet: '#FFFFFF',
  sunken: '#F4EFE7',
  weekend: '#FBF6EA',
  key: '#EBE4DA',
  'key-down': '#E0D7CA',
  ink: '#2A2130',
  soft: '#62586B',
  hairline: '#E5DED5',
  line: '#CFC5BA',
  thistle: '#6B3E80',
  'thistle-deep': '#523065',
  'thistle-mid': '#B79AC4',
  'thistle-wash': '#F1E9F4',
  'thistle-pale': '#FAF6FB',
  'thistle-band': '#E3D2EA',
  'on-fill': '#FFFFFF',
  /** What is printed and stuck on bottles and hives: black on white in any light. */
  'label-paper': '#FFFFFF',
  'label-ink': '#1C1622',
  lichen: '#44624C',
  'lichen-deep': '#365040',
  'lichen-mid': '#92AD97',
  'lichen-wash': '#EAF1EB',
  'lichen-ink': '#2F4636',
  brick: '#9C3A26',
  'brick-mid': '#CF8B7C',
  'brick-wash': '#F9E9E4',
  'brick-ink': '#7C2C1C',
  straw: '#7A580C',
  'straw-mid': '#D9B24C',
  'straw-wash': '#FAF0D7',
  'straw-ink': '#5C420A',
  'bar-observed': '#C3B6C9',
  'bar-forecast': '#8F63A3',
  'bar-usual': '#C9BCCF',
  struck: '#8A8191',
  'fit-dot': '#B9AFBF',
  'comb-empty': '#ECE5DB',
  veil: '#2A21308C',
  halo: '#FFFFFFCC',
  shade: '#2A213030',
  band: '#2A2130',
  'band-deep': '#3B3044',
  'band-line': '#7D6B8A',
  'band-ink': '#F6F1F8',
  'band-soft': '#C9BCD1',
  'band-mark': '#D9B8EA',
  'band-gold': '#F0DFA6',
} as const

export type Token = keyof typeof LIGHT
export type Palette = Readonly<Record<Token, string>>

/** For the evening: the same inks by lamplight. Fills turn light and carry dark words. */
const DARK: Palette = {
  paper: '#17131B',
  sheet: '#201A26',
  sunken: '#2A2331',
  weekend: '#241D2A',
  key: '#352C3D',
  'key-down': '#42374B',
  ink: '#F1EAF4',
  soft: '#B9ADC1',
  hairline: '#352C3D',
  line: '#544860',
  thistle: '#CDA6DF',
  'thistle-deep': '#E0C4EC',
  'thistle-mid': '#8B6A9B',
  'thistle-wash': '#372742',
  'thistle-pale': '#291F31',
  'thistle-band': '#4C3659',
  'on-fill': '#1B1521',
  'label-paper': '#FFFFFF',
  'label-ink': '#1C1622',
  lichen: '#9CC4A5',
  'lichen-deep': '#B6D8BD',
  'lichen-mid': '#5C7A63',
  'lichen-wash': '#223026',
  'lichen-ink': '#C6DDCB',
  brick: '#EE9F8D',
  'brick-mid': '#A55B4B',
  'brick-wash': '#3A211C',
  'brick-ink': '#F5C3B6',
  straw: '#E2BE6A',
  'straw-mid': '#8F7433',
  'straw-wash': '#352B16',
  'straw-ink': '#F1DDA8',
  'bar-observed': '#5D5067',
  'bar-forecast': '#B48BC6',
  'bar-usual': '#6A5C75',
  struck: '#9A8FA2',
  'fit-dot': '#6F6379',
  'comb-empty': '#3A3142',
  veil: '#0B080EB0',
  halo: '#FFFFFFCC',
  shade: '#00000070',
  band: '#110D15',
  'band-deep': '#251D2C',
  'band-line': '#6B5A77',
  'band-ink': '#F6F1F8',
  'band-soft': '#C9BCD1',
  'band-mark': '#D9B8EA',
  'band-gold': '#F0DFA6',
}

/** On paper ink is ink: what is printed is light, whatever the screen was. */
export const PALETTES = { light: LIGHT as Palette, dark: DARK } as const
export type Light = keyof typeof PALETTES

export const FACES = {
  text: "'Atkinson Hyperlegible Next Variable', system-ui, sans-serif",
  title: "'Fraunces Variable', Georgia, serif",
} as const

const asVariables = (palette: Palette) =>
  Object.entries(palette)
    .map(([name, value]) => `--${name}: ${value};`)
    .join(' ')

/** The palettes as a style sheet: the light one, the dark one where it is chosen, the light one again on paper. */
export const tokenSheet = (): string =>
  `:root { ${asVariables(LIGHT)} --face-text: ${FACES.text}; --face-title: ${FACES.title}; color-scheme: light; }
@media screen { :root[data-light='dark'] { ${asVariables(DARK)} color-scheme: dark; } }`

/** Puts the tokens where every style sheet finds them. */
export function applyTokens(document: Document): void {
  const sheet = document.createElement('style')
  sheet.id = 'tokens'
  sheet.textContent = tokenSheet()
  document.head.append(sheet)
}

/** What a thumb or a glove must hit, px: at the table, and on the phone. */
const REACH = { table: 44, thumb: 52 } as const

/** The component library's theme from the same palette, with controls sized for the pointer or for the thumb. */
export function themeOf(light: Light, thumb = false) {
  const palette = PALETTES[light]
  const reach = thumb ? REACH.thumb : REACH.table
  return {
    token: {
      colorPrimary: palette.thistle,
      colorPrimaryHover: palette['thistle-deep'],
      colorPrimaryActive: palette['thistle-deep'],
      colorPrimaryBg: palette['thistle-wash'],
      colorPrimaryBgHover: palette['thistle-wash'],
      colorLink: palette.thistle,
      colorLinkHover: palette['thistle-deep'],
      colorLinkActive: palette['thistle-deep'],
      colorSuccess: palette.lichen,
      colorSuccessBg: palette['lichen-wash'],
      colorSuccessBorder: palette['lichen-mid'],
      colorError: palette.brick,
      colorErrorBg: palette['brick-wash'],
      colorErrorBorder: palette['brick-mid'],
      colorErrorHover: palette['brick-ink'],
      colorWarning: palette.straw,
      colorWarningBg: palette['straw-wash'],
      colorWarningBorder: palette['straw-mid'],
      colorInfo: palette.thistle,
      colorInfoBg: palette['thistle-wash'],
      colorInfoBorder: palette['thistle-mid'],
      colorText: palette.ink,
      colorTextBase: palette.ink,
      colorTextHeading: palette.ink,
      colorTextSecondary: palette.soft,
      colorTextTertiary: palette.soft,
      colorTextDescription: palette.soft,
      colorTextDisabled: palette.soft,
      colorTextPlaceholder: palette.soft,
      colorTextLightSolid: palette['on-fill'],
      colorIcon: palette.soft,
      colorIconHover: palette.ink,
      colorBgBase: palette.sheet,
      colorBgContainer: palette.sheet,
      colorBgContainerDisabled: palette.sunken,
      colorBgElevated: palette.sheet,
      colorBgLayout: palette.paper,
      colorBgMask: palette.veil,
      colorBgTextHover: 'transparent',
      colorBgTextActive: 'transparent',
      colorFillAlter: palette.sheet,
      colorFillContent: palette.sunken,
      colorFillSecondary: palette.sunken,
      colorFillTertiary: palette.sunken,
      controlItemBgHover: palette['thistle-pale'],
      controlItemBgActive: palette['thistle-wash'],
      controlItemBgActiveHover: palette['thistle-wash'],
      controlOutline: palette['thistle-mid'],
      colorBorder: palette.line,
      colorBorderSecondary: palette.hairline,
      colorSplit: palette.hairline,
      borderRadius: 8,
      borderRadiusLG: 12,
      boxShadowSecondary: `0 14px 40px ${palette.shade}`,
      controlHeight: reach,
      controlHeightLG: reach,
      controlHeightSM: thumb ? reach : 32,
      controlInteractiveSize: thumb ? 26 : 20,
      fontFamily: FACES.text,
      fontSize: thumb ? 16 : 15,
      fontSizeLG: thumb ? 17 : 15,
      // No motion: what opens is there.
      motionUnit: 0,
      motionBase: 0,
      wireframe: false,
    },
  }
}
