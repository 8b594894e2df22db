/**
 * The colours, by theme: what Vuetify's parts use and what the drawing is made of. `base.css` gives them to style
 * sheets as variables; nothing else states a colour.
 */

/** Paper by day. */
export const paper = {
  background: '#F6F3EA',
  surface: '#FBF9F3',
  'surface-bright': '#FFFFFF',
  'surface-variant': '#5A6668',
  'on-surface-variant': '#F6F3EA',
  'on-background': '#1E2B2D',
  'on-surface': '#1E2B2D',
  primary: '#22646C',
  'on-primary': '#FFFFFF',
  secondary: '#57792B',
  error: '#8A2846',
  warning: '#8A5B00',
  info: '#22646C',
  success: '#4A6A22',
  water: '#2C7A83',
  'water-soft': '#B9D8D8',
  'water-deep': '#8FC0C2',
  clay: '#B0603A',
  'watch-ground': '#FBF0D6',
  'stop-ground': '#F8E4E9',
  stone: '#CDBFA9',
  'stone-edge': '#A3927A',
  wood: '#D9CDB4',
  earth: '#E9E0CB',
} as const;

/** The same bench by lamplight. */
export const evening: Record<keyof typeof paper, string> = {
  background: '#172022',
  surface: '#1E292B',
  'surface-bright': '#3A4A4D',
  'surface-variant': '#A3A79E',
  'on-surface-variant': '#1E292B',
  'on-background': '#EAE6DA',
  'on-surface': '#EAE6DA',
  primary: '#7CC4CC',
  'on-primary': '#10292C',
  secondary: '#A9C77B',
  error: '#F09BB2',
  warning: '#E9B64C',
  info: '#7CC4CC',
  success: '#A9C77B',
  water: '#7CC4CC',
  'water-soft': '#23474C',
  'water-deep': '#2F646B',
  clay: '#E0936C',
  'watch-ground': '#35301F',
  'stop-ground': '#3A232B',
  stone: '#5D564B',
  'stone-edge': '#81776A',
  wood: '#40403A',
  earth: '#262A27',
};
