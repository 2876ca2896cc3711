import type { GlobalThemeOverrides } from 'naive-ui'

/** Every colour of the product, for ordinary light and for work in the sun. */
export interface Tokens {
  paper: string
  sheet: string
  ink: string
  faint: string
  rule: string
  chalk: string
  chalkWash: string
  rust: string
  rustWash: string
  moss: string
  mossWash: string
  timber: string
  timberLine: string
  post: string
  postLine: string
  earth: string
  earthLine: string
  compost: string
  stone: string
  log: string
  block: string
  metal: string
  plastic: string
  tape: string
}

export const light: Tokens = {
  paper: '#f7f4ec',
  sheet: '#fffdf8',
  ink: '#22303a',
  faint: '#55636d',
  rule: '#d3ccbc',
  chalk: '#1d5c94',
  chalkWash: '#dfeaf3',
  rust: '#9c3f17',
  rustWash: '#f7e4da',
  moss: '#3f6124',
  mossWash: '#e5edd9',
  timber: '#e6cfa6',
  timberLine: '#a9854d',
  post: '#cfa873',
  postLine: '#7d5a2c',
  earth: '#cdb79c',
  earthLine: '#8b6e50',
  compost: '#a98e74',
  stone: '#cfcbc1',
  log: '#c39f72',
  block: '#d6d2c8',
  metal: '#c3ccd1',
  plastic: '#e4e9e3',
  tape: '#efe2b0',
}

/** Work in the sun: white ground, black ink, text contrast 7:1 and more. */
export const sunlight: Tokens = {
  ...light,
  paper: '#ffffff',
  sheet: '#ffffff',
  ink: '#000000',
  faint: '#2b343a',
  rule: '#7d7d7d',
  chalk: '#00396b',
  chalkWash: '#cfe2f3',
  rust: '#7a2600',
  rustWash: '#ffe1d1',
  moss: '#24420c',
  mossWash: '#dcefc4',
  tape: '#fff3b8',
}

export const fontWords = "'Atkinson Hyperlegible Next', system-ui, sans-serif"
export const fontFigures = "'Atkinson Hyperlegible Mono', ui-monospace, monospace"

/** Writes the tokens as CSS variables (`--ink`, `--chalk-wash`) on the page. */
export function applyTokens(tokens: Tokens): void {
  for (const [name, value] of Object.entries(tokens)) {
    document.documentElement.style.setProperty(`--${name.replace(/[A-Z]/g, (c) => `-${c.toLowerCase()}`)}`, value as string)
  }
  document.documentElement.style.setProperty('--words', fontWords)
  document.documentElement.style.setProperty('--figures', fontFigures)
}

/** The same tokens for Naive UI's components. */
export function naiveOverrides(t: Tokens): GlobalThemeOverrides {
  return {
    common: {
      fontFamily: fontWords,
      fontFamilyMono: fontFigures,
      primaryColor: t.chalk,
      primaryColorHover: t.chalk,
      primaryColorPressed: t.ink,
      primaryColorSuppl: t.chalk,
      textColorBase: t.ink,
      textColor1: t.ink,
      textColor2: t.ink,
      textColor3: t.faint,
      placeholderColor: t.faint,
      bodyColor: t.paper,
      cardColor: t.sheet,
      popoverColor: t.sheet,
      inputColor: t.sheet,
      borderColor: t.rule,
      errorColor: t.rust,
      errorColorHover: t.rust,
      errorColorPressed: t.rust,
      warningColorHover: t.rust,
      successColorHover: t.moss,
      warningColor: t.rust,
      successColor: t.moss,
      borderRadius: '3px',
      fontSize: '15px',
      fontSizeMedium: '15px',
    },
    Input: { border: `1px solid ${t.faint}`, borderHover: `1px solid ${t.chalk}`, borderFocus: `1px solid ${t.chalk}`, boxShadowFocus: `0 0 0 2px ${t.chalkWash}`, heightMedium: '34px' },
    Checkbox: { border: `1px solid ${t.faint}`, borderChecked: `1px solid ${t.moss}`, borderFocus: `1px solid ${t.chalk}`, boxShadowFocus: `0 0 0 3px ${t.chalk}`, colorChecked: t.moss, checkMarkColor: t.sheet, sizeLarge: '20px', borderRadius: '2px' },
    Collapse: { titleFontSize: '15px', titleTextColor: t.ink, arrowColor: t.chalk, dividerColor: t.rule, titlePadding: '8px 0', itemMargin: '0' },
    Table: { borderColor: t.rule, thColor: 'transparent', tdColor: 'transparent', thTextColor: t.faint, tdTextColor: t.ink, thFontWeight: '400', fontSizeSmall: '15px', thPaddingSmall: '4px 8px 4px 0', tdPaddingSmall: '4px 8px 4px 0' },
    Button: { textColor: t.ink, border: `1px solid ${t.faint}`, heightMedium: '34px', heightSmall: '30px' },
  }
}
