import { createVuetify, type ThemeDefinition } from 'vuetify';
import { aliases, mdi } from 'vuetify/iconsets/mdi-svg';
import 'vuetify/styles';

/** Paper by day. */
const paper: ThemeDefinition = {
  dark: false,
  colors: {
    background: '#F6F3EA',
    surface: '#FBF9F3',
    'on-background': '#1E2B2D',
    'on-surface': '#1E2B2D',
    primary: '#22646C',
    'on-primary': '#FFFFFF',
    secondary: '#57792B',
    error: '#8A2846',
    warning: '#8A5B00',
    info: '#22646C',
    success: '#4A6A22',
  },
  variables: { 'border-color': '#1E2B2D', 'border-opacity': 0.16, 'medium-emphasis-opacity': 0.78 },
};

/** The same bench by lamplight. */
const evening: ThemeDefinition = {
  dark: true,
  colors: {
    background: '#172022',
    surface: '#1E292B',
    'on-background': '#EAE6DA',
    'on-surface': '#EAE6DA',
    primary: '#7CC4CC',
    'on-primary': '#10292C',
    secondary: '#A9C77B',
    error: '#F09BB2',
    warning: '#E9B64C',
    info: '#7CC4CC',
    success: '#A9C77B',
  },
  variables: { 'border-color': '#EAE6DA', 'border-opacity': 0.2, 'medium-emphasis-opacity': 0.8 },
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
    themes: { paper, evening },
    ...(nonce ? { cspNonce: nonce } : {}),
  },
  defaults: {
    global: { ripple: false },
    VBtn: { variant: 'text', rounded: 'sm', height: 36 },
    VTextField: { variant: 'outlined', density: 'compact', hideDetails: 'auto', color: 'primary' },
    VSelect: { variant: 'outlined', density: 'compact', hideDetails: 'auto', color: 'primary' },
    VSwitch: { density: 'compact', hideDetails: true, color: 'primary', inset: true },
    VCard: { variant: 'flat', rounded: 'sm' },
    VDialog: { attach, maxWidth: 560 },
    VMenu: { attach },
    VList: { density: 'compact' },
  },
});
