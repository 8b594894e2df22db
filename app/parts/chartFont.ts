import { defaults } from 'chart.js';

/** Curves are lettered as the page around them is. */
defaults.font.family = getComputedStyle(document.body).fontFamily;
defaults.font.size = 12;
