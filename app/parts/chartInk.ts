import { useMediaQuery } from '@vueuse/core';
import { computed } from 'vue';
import { useTheme } from 'vuetify';
import { evening, paper } from '../theme/palette';

/** What curves are drawn with. */
export interface ChartInk {
  readonly text: string;
  readonly rule: string;
  readonly line: string;
  readonly second: string;
  readonly third: string;
  readonly good: string;
  readonly watch: string;
}

/** Colours of the theme for curves; the person’s own few where contrast is forced. */
export function useChartInk() {
  const theme = useTheme();
  const fewColours = useMediaQuery('(forced-colors: active)');
  return computed<ChartInk>(() => {
    if (fewColours.value)
      return {
        text: 'CanvasText',
        rule: 'GrayText',
        line: 'CanvasText',
        second: 'Highlight',
        third: 'GrayText',
        good: '#808080',
        watch: '#808080',
      };
    const c = theme.current.value.dark ? evening : paper;
    return {
      text: c['on-surface'],
      rule: `${c['on-surface']}22`,
      line: c.water,
      second: c.error,
      third: c.clay,
      good: c.success,
      watch: c.warning,
    };
  });
}
