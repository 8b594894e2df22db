import { describe, expect, it, test } from 'vitest';
import { applyEdits, type Edit } from '../system/index.ts';
import { demo } from '../test/demo.ts';
import { judgeWhole, type FindingId, type Level } from './index.ts';

const levelOf = (name: string, id: FindingId, edits: Edit[]): Level | 'none' => {
  const found = judgeWhole(applyEdits(demo(name), edits)).findings.filter((f) => f.id === id);
  const order: Level[] = ['stop', 'watch', 'fine'];
  return order.find((l) => found.some((f) => f.level === l)) ?? 'none';
};

/** Where each rule of the place and of life speaks: what is changed, and what it says before and after. */
const CASES: readonly [FindingId, string, Edit[], Level | 'none', Level | 'none'][] = [
  ['ceiling', 'potting-shed-pair', [{ at: 'site.space.height', to: 1.5 }], 'fine', 'watch'],
  ['ceiling', 'potting-shed-pair', [{ at: 'site.space.height', to: 1.2 }], 'fine', 'stop'],
  ['plug-height', 'potting-shed-pair', [{ at: 'site.power.height', to: 1 }], 'fine', 'stop'],
  ['outlet', 'potting-shed-pair', [{ at: 'site.outletProtected', to: false }], 'fine', 'stop'],
  ['circuit', 'potting-shed-pair', [{ at: 'site.power.circuit', to: 20 }], 'none', 'stop'],
  ['sun-on-tank', 'potting-shed-pair', [{ at: 'vessels.tank.lid', to: false }], 'fine', 'watch'],
  ['winter', 'potting-shed-pair', [{ at: 'fish.fish.kind', to: 'nile-tilapia' }], 'fine', 'stop'],
  ['summer', 'warm-balcony', [{ at: 'fish.fish.kind', to: 'rainbow-trout' }], 'fine', 'stop'],
  ['tap-water', 'north-wall-lean-to', [{ at: 'site.tap.treated', to: true }], 'watch', 'fine'],
  [
    'ammonia',
    'potting-shed-pair',
    [
      { at: 'water.ph', to: 8.3 },
      { at: 'water.tan', to: 2 },
    ],
    'none',
    'stop',
  ],
  [
    'ammonia',
    'potting-shed-pair',
    [
      { at: 'water.ph', to: 6.8 },
      { at: 'water.tan', to: 2 },
    ],
    'none',
    'fine',
  ],
  ['nitrite', 'potting-shed-pair', [{ at: 'water.nitrite', to: 2 }], 'none', 'stop'],
  [
    'nitrite',
    'potting-shed-pair',
    [
      { at: 'water.nitrite', to: 2 },
      { at: 'water.chloride', to: 40 },
    ],
    'none',
    'fine',
  ],
  ['alkalinity', 'potting-shed-pair', [{ at: 'water.alkalinity', to: 10 }], 'none', 'stop'],
  [
    'carbon-dioxide',
    'potting-shed-pair',
    [
      { at: 'water.alkalinity', to: 150 },
      { at: 'water.ph', to: 6.6 },
    ],
    'none',
    'watch',
  ],
  ['stocking-density', 'potting-shed-pair', [{ at: 'fish.fish.count', to: 250 }], 'fine', 'watch'],
  ['solids', 'potting-shed-pair', [{ at: 'fish.fish.count', to: 180 }], 'fine', 'watch'],
  ['oxygen', 'potting-shed-pair', [{ at: 'fish.fish.count', to: 60 }], 'fine', 'stop'],
  ['bacteria', 'potting-shed-pair', [{ at: 'water.ph', to: 5.05 }], 'fine', 'stop'],
  [
    'fish-keeping',
    'potting-shed-pair',
    [{ at: 'fish.fish.kind', to: 'siamese-fighter' }],
    'fine',
    'stop',
  ],
  ['fish-keeping', 'potting-shed-pair', [{ at: 'site.waterTemperature', to: 32 }], 'fine', 'stop'],
  ['fish-keeping', 'window-sill-tank', [{ at: 'fish.fish.kind', to: 'molly' }], 'fine', 'watch'],
  ['heater', 'window-sill-tank', [{ at: 'devices.heater.power', to: 25 }], 'fine', 'watch'],
  [
    'crop-roots',
    'potting-shed-pair',
    [
      { at: 'paths.siphon.crest', to: 0.1 },
      { at: 'paths.spare.crest', to: 0.12 },
    ],
    'fine',
    'stop',
  ],
  ['crop-crowding', 'potting-shed-pair', [{ at: 'crops.mizuna.columns', to: 6 }], 'none', 'watch'],
  [
    'crop-size',
    'potting-shed-pair',
    [{ at: 'crops.mizuna.crop', to: 'courgette' }],
    'none',
    'watch',
  ],
  ['crop-light', 'under-stairs-tray', [{ at: 'devices', to: [] }], 'fine', 'none'],
  ['crop-light', 'under-stairs-tray', [{ at: 'devices.lamp-tray.power', to: 20 }], 'fine', 'watch'],
  ['crop-warmth', 'potting-shed-pair', [{ at: 'crops.mizuna.crop', to: 'okra' }], 'fine', 'watch'],
  ['feed-on-planting', 'potting-shed-pair', [{ at: 'fish.fish.count', to: 60 }], 'fine', 'watch'],
  [
    'solution-strength',
    'under-stairs-tray',
    [{ at: 'water.conductivity', to: 0.3 }],
    'none',
    'watch',
  ],
];

describe('the rules of place and life', () => {
  test.each(CASES)('%s of %s after %j: from %s to %s', (id, name, edits, before, after) => {
    expect(levelOf(name, id, [])).toBe(before);
    expect(levelOf(name, id, edits)).toBe(after);
  });

  it('are told in the order of urgency: oxygen before ammonia, ammonia before the rest of life', () => {
    const ids = judgeWhole(demo('warm-balcony')).findings.map((f) => f.id);
    expect(ids.indexOf('oxygen')).toBeLessThan(ids.indexOf('ammonia'));
    expect(ids.indexOf('ammonia')).toBeLessThan(ids.indexOf('bacteria'));
  });

  it('say nothing of fish where there are none', () => {
    const ids = new Set(judgeWhole(demo('under-stairs-tray')).findings.map((f) => f.id));
    for (const id of [
      'oxygen',
      'power-cut',
      'bacteria',
      'feed-on-planting',
      'fish-keeping',
      'winter',
    ])
      expect(ids.has(id as FindingId)).toBe(false);
  });
});
