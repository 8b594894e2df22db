import { defineLayout, makeFloatValve, makeVessel, makeCrop, placed, hung } from './parts.ts';

/** Pots of compost in a tray kept shallowly wet by a float valve, gravity fed; nothing returns. */
export const wetTray = defineLayout({
  id: 'wet-tray',
  name: 'Pots watered from below',
  particular:
    'A float valve fills a tray to a low level. No water returns, because the plants use all of it.',
  demo: {
    file: 'seedling-shelf',
    name: 'Seedling shelf',
    edits: [
      ...placed('indoor', 'heated-room', 50, {}),
      hung('tray', 60, 2.2),
      { at: 'site.lampTime', to: 50400 },
    ],
  },

  parts: () => ({
    vessels: [
      makeVessel(
        'bucket',
        'Supply bucket',
        'reservoir',
        { kind: 'tapered-round', bottomDiameter: 0.26, topDiameter: 0.3, height: 0.36 },
        { floor: 0.95, fill: 0.02, lid: true, emptyMass: 1 },
      ),
      makeVessel(
        'tray',
        'Tray',
        'tray',
        { kind: 'box', length: 1, width: 0.5, height: 0.08 },
        {
          floor: 0.75,
          fill: 0.006,
          emptyMass: 3,
          pots: { medium: 'coir', count: 12, diameter: 0.14, height: 0.13, voids: null },
          plants: { dailyUse: 0.004, rooting: 0.1, rootShare: 0.4 },
        },
      ),
    ],
    paths: [
      makeFloatValve({
        id: 'valve',
        name: 'Float valve',
        from: 'bucket',
        to: 'tray',
        pipe: 'hose-8',
        level: 0.025,
        run: 0.8,
      }),
    ],
    controls: [],
    crops: [makeCrop('chives', 'chives', 'tray', [0.05, 0.05], [6, 2])],
    site: { waterTemperature: 20, airTemperature: 23, humidity: 0.5 },
  }),
});
