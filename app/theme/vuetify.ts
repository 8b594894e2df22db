import { createVuetify, type ThemeDefinition } from 'vuetify';
import { aliases, mdi } from 'vuetify/iconsets/mdi-svg';
import 'vuetify/styles';
import { evening, paper } from './palette';

const LIGHT: ThemeDefinition = {
  dark: false,
  colors: paper,
  variables: {
    'border-color': paper['on-surface'],
    'border-opacity': 0.16,
    'medium-emphasis-opacity': 0.78,
  },
};
const DARK: ThemeDefinition = {
  dark: true,
  colors: evening,
  variables: {
    'border-color': evening['on-surface'],
    'border-opacity': 0.2,
    'medium-emphasis-opacity': 0.8,
  },
};

/** Where menus, dialogs and messages open: a landmark of the page, as all that it shows has to lie in one. */
const attach = '#overlays';
const nonce = document.querySelector<HTMLMetaElement>('meta[name="csp-nonce"]')?.content;

export const vuetify = createVuetify({
  icons: { defaultSet: 'mdi', aliases, sets: { mdi } },
  // Up to here a window is a phone’s: the drawing on top, the panel under it.
  display: { mobileBreakpoint: 861 },
  theme: {
    defaultTheme: 'paper',
    themes: { paper: LIGHT, evening: DARK },
    ...(nonce ? { cspNonce: nonce } : {}),
  },
  defaults: {
    global: { ripple: false },
    VBtn: { variant: 'text', rounded: 'sm', height: 36 },
    VTextField: { variant: 'outlined', density: 'compact', hideDetails: 'auto', color: 'primary' },
    VSelect: { variant: 'outlined', density: 'compact', hideDetails: 'auto', color: 'primary' },
    VAutocomplete: {
      variant: 'outlined',
      density: 'compact',
      hideDetails: 'auto',
      color: 'primary',
    },
    VSwitch: { density: 'compact', hideDetails: true, color: 'primary', inset: true },
    VCard: { variant: 'flat', rounded: 'sm' },
    VDialog: { attach, maxWidth: 560 },
    VMenu: { attach },
    VList: { density: 'compact' },
    VTabs: { height: 44 },
    VTab: { height: 44 },
    VTable: { density: 'compact' },
  },
});
