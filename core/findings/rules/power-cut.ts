import { timeToStress } from '../../derived/index.ts';
import { lifeOf } from '../../life/index.ts';
import { after, say, time } from '../../quantity/index.ts';
import { addAir, adjustWidth, fewerFish } from '../adjustments/index.ts';
import { defineRule } from '../rule.ts';

/** Cut that is reckoned with where none is noted. */
const USUAL_CUT = 3600;

/** What the fish have left when the power fails. */
export const powerCutRule = defineRule({
  id: 'power-cut',
  title: 'power cut',
  stage: 'life',
  needsDay: true,

  judge: (c) => {
    const life = lifeOf(c);
    const noted = c.system.site.power.longestCut;
    const cut = noted ?? USUAL_CUT;
    const worst = life.oxygen?.cuts.reduce<{
      fish: string;
      toStress: number;
      toLethal: number;
    } | null>((x, y) => (!x || y.toStress < x.toStress ? y : x), null);
    const group = life.groups.find((g) => g.id === worst?.fish);
    if (!worst || !group) return [];
    const level = worst.toLethal < cut ? 'stop' : worst.toStress < cut ? 'watch' : 'fine';
    const cutSaid =
      noted === null
        ? say`a power cut of ${time(cut)}`
        : say`the longest cut you expect, ${time(cut)}`;
    return [
      {
        about: group.vessel,
        part: group.id,
        level,
        measured: level === 'stop' ? worst.toLethal : worst.toStress,
        limit: cut,
        kind: 'time',
        sentence:
          level === 'fine'
            ? Number.isFinite(worst.toStress)
              ? say`In a power cut ${group.kind.name} run short of oxygen ${after(worst.toStress)}.`
              : say`In a power cut the surface alone gives ${group.kind.name} enough oxygen.`
            : [
                ...say`In a power cut ${group.kind.name} run short of oxygen ${after(worst.toStress)} and die ${after(worst.toLethal)}. Plan for `,
                ...cutSaid,
                ...say`.`,
              ],
        why: group.kind.gulpsAir
          ? say`This starts at the lowest oxygen of the day, after feeding. ${group.kind.name} can gulp air and live longer. Do not rely on it.`
          : say`This starts at the lowest oxygen of the day, after feeding, and includes the oxygen from the still surface.`,
        source:
          'Decay towards what a still surface gives: 0.3 m a day; stress and lethal levels by kind.',
      },
    ];
  },

  adjustments: ({ system: s, f }) => [
    ...addAir(s, f.about, true),
    ...fewerFish(s, f.about),
    ...adjustWidth(s, f.about, 1, true),
  ],

  explain: (c) => timeToStress.explain(c, c.f.part ?? ''),
});
