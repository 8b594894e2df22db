import { given, ORIGIN } from '../quantity/derivation.ts';
import { cropKindOf } from '../system/index.ts';
import { derived, type Figures } from './quantity.ts';

/** Quantities of the place. */

/** The vessel whose rim stands highest: no water stands higher. */
export const highestRim = ({ system }: Pick<Figures, 'system'>) =>
  system.vessels.reduce<{ id: string; name: string; z: number } | null>((top, v) => {
    const z = v.floor + v.shape.height;
    return !top || z > top.z ? { id: v.id, name: v.name, z } : top;
  }, null);

export const highestWater = derived({
  id: 'highest-water',
  title: 'Highest possible water level',
  kind: 'length',
  of: (c) => highestRim(c),
  value: (v) => v.z,
  formula: String.raw`\max (z_0 + H)`,
  given: (v) => [given('z', `rim of “${v.name}” above the ground`, v.z, 'length', ORIGIN.entered)],
  source: 'A blocked drain fills a vessel to its rim.',
});

export const plugClearance = derived({
  id: 'plug-clearance',
  title: 'Lowest plug above the highest water',
  kind: 'length',
  of: (c) => {
    const top = highestRim(c);
    const plug = c.system.site.power.height;
    return top && plug !== null ? { top, plug } : null;
  },
  value: ({ top, plug }) => plug - top.z,
  formula: String.raw`z_\mathrm{plug} - z_\mathrm{rim}`,
  given: ({ top, plug }) => [
    given(String.raw`z_\mathrm{plug}`, 'lowest plug', plug, 'length', ORIGIN.entered),
    given(String.raw`z_\mathrm{rim}`, `rim of “${top.name}”`, top.z, 'length', ORIGIN.entered),
  ],
  source: 'Connections stand above the highest possible water and away from splashes.',
});

/** The highest point of the system: rims, and plants over them as they will stand. */
export const tallest = (c: Pick<Figures, 'system'>) => {
  const { system: s } = c;
  return s.vessels.reduce<{ id: string; name: string; rim: number; plants: number } | null>(
    (top, v) => {
      const plants = Math.max(
        0,
        ...s.crops.filter((x) => x.vessel === v.id).map((x) => cropKindOf(s, x.crop)?.height ?? 0),
      );
      const rim = v.floor + v.shape.height;
      return !top || rim + plants > top.rim + top.plants
        ? { id: v.id, name: v.name, rim, plants }
        : top;
    },
    null,
  );
};

export const heightNeeded = derived({
  id: 'height-needed',
  title: 'Height of the system',
  kind: 'length',
  of: (c) => tallest(c),
  value: (t) => t.rim + t.plants,
  formula: String.raw`z_\mathrm{rim} + h_\mathrm{plants}`,
  given: (t) => [
    given(String.raw`z_\mathrm{rim}`, `rim of “${t.name}”`, t.rim, 'length', ORIGIN.entered),
    given(
      String.raw`h_\mathrm{plants}`,
      'tallest plants on it',
      t.plants,
      'length',
      'by the table of crops',
    ),
  ],
  source: 'Geometry.',
});

export const powerDrawn = derived({
  id: 'power-drawn',
  title: 'Power of all devices together',
  kind: 'power',
  of: ({ system }) => {
    const pumps = system.paths.reduce(
      (sum, p) => sum + (p.kind === 'pumped-line' ? p.pump.power : 0),
      0,
    );
    const devices = system.devices.reduce((sum, d) => sum + d.power, 0);
    return pumps + devices > 0 ? { pumps, devices } : null;
  },
  value: ({ pumps, devices }) => pumps + devices,
  formula: String.raw`\sum P`,
  given: ({ pumps, devices }) => [
    given(String.raw`P_\mathrm{pumps}`, 'pumps', pumps, 'power', ORIGIN.entered),
    given(String.raw`P_\mathrm{other}`, 'lamps, heaters, air', devices, 'power', ORIGIN.entered),
  ],
  source: 'Power on the boxes.',
});
