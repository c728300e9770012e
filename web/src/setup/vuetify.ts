import { createVuetify } from 'vuetify'
import { VBtn } from 'vuetify/components'
import { aliases, mdi } from 'vuetify/iconsets/mdi-svg'

const paper = {
  dark: false,
  colors: {
    background: '#f4f0e8',
    surface: '#fffdf8',
    primary: '#0a6464',
    secondary: '#6a543f',
    error: '#9c2a25',
    warning: '#8a5210',
    success: '#28603a',
    info: '#35505c',
    ink: '#1f2a30',
    rail: '#e9e2d6',
    earth: '#d8c4a4',
    line: '#cfc4b2',
    wash: '#e2efec',
  },
}
const night = {
  dark: true,
  colors: {
    background: '#12181b',
    surface: '#1a2226',
    primary: '#5cc3b9',
    secondary: '#c9b394',
    error: '#ff9b8f',
    warning: '#eeb463',
    success: '#8fd09f',
    info: '#9cc0cf',
    ink: '#0b1013',
    rail: '#182025',
    earth: '#3d3327',
    line: '#3a464c',
    wash: '#1d3534',
  },
}

const PRESSED = { variant: 'text', ripple: false, rounded: 'sm' }
/**
 * Buttons by what they are: they do something to the job, or something beside it; choose a way; fold out; stand in
 * the bar.
 */
const BUTTONS = { VActButton: VBtn, VPlainButton: VBtn, VWayButton: VBtn, VFoldButton: VBtn, VBarButton: VBtn }
declare module 'vue' {
  interface GlobalComponents {
    VActButton: typeof VBtn
    VPlainButton: typeof VBtn
    VWayButton: typeof VBtn
    VFoldButton: typeof VBtn
    VBarButton: typeof VBtn
  }
}

export function makeVuetify(theme: string) {
  const cspNonce = document.querySelector<HTMLMetaElement>('meta[name=csp-nonce]')?.content
  return createVuetify({
    aliases: BUTTONS,
    icons: { defaultSet: 'mdi', aliases, sets: { mdi } },
    theme: { defaultTheme: theme, themes: { paper, night }, cspNonce, variations: false },
    defaults: {
      VBtn: { ...PRESSED, minHeight: 44, minWidth: 44 },
      VTextField: { variant: 'outlined', density: 'compact', hideDetails: 'auto', color: 'primary' },
      VAutocomplete: { variant: 'outlined', density: 'compact', hideDetails: 'auto', color: 'primary' },
      VSelect: { variant: 'outlined', density: 'compact', hideDetails: 'auto', color: 'primary' },
      VActButton: { ...PRESSED, class: 'act', color: 'primary' },
      VPlainButton: { ...PRESSED, class: 'plain-act' },
      VWayButton: { ...PRESSED, class: 'way' },
      VFoldButton: { ...PRESSED, class: 'fold' },
      VBarButton: { ...PRESSED, class: 'bar-button' },
      VCheckbox: { density: 'compact', hideDetails: true, color: 'primary' },
      VTable: { density: 'compact' },
      VDialog: { maxWidth: 560 },
      VCard: { rounded: 'sm', flat: true, border: true },
    },
  })
}
