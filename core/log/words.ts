import { ACIDS, BUFFERS, DECHLORINATORS } from '../catalogue/index.ts';
import {
  inSentence,
  days,
  dose,
  liquid,
  listed,
  litres,
  mass,
  say,
  time,
  type Phrase,
} from '../quantity/index.ts';
import { cropKinds, fishKindOf, programmes, type SystemDocument } from '../system/index.ts';
import { READ_FIELDS } from '../entries/fields.ts';
import { signOf } from '../entries/signs.ts';
import { CARE_STEP } from '../care/index.ts';
import { SALT } from '../readings/index.ts';
import { rulesOf } from './tasks/rules.ts';
import type { Tended } from '../readings/index.ts';
import type { Entry, EntryKind } from '../entries/types.ts';

/** Entries in words. */

export const KIND_WORDS: Readonly<Record<EntryKind, string>> = {
  reading: 'Reading',
  look: 'Look',
  feed: 'Fed',
  'top-up': 'Topped up',
  'water-change': 'Water changed',
  dose: 'Dosed',
  planting: 'Planted',
  harvest: 'Harvested',
  'fish-in': 'Fish added',
  'fish-out': 'Fish removed',
  'fish-dead': 'Fish died',
  'fish-weighed': 'Fish weighed',
  'power-cut': 'Power cut',
  task: 'Task',
  note: 'Note',
  photo: 'Photo',
};

/** What may be dosed, by id and name. */
export const substances = (
  s: SystemDocument,
): readonly { readonly id: string; readonly name: string; readonly liquid: boolean }[] => [
  ...(s.solution ? programmes(s).map((p) => ({ id: p.id, name: p.name, liquid: true })) : []),
  ...BUFFERS.map((b) => ({ id: b.id, name: b.name, liquid: false })),
  { id: SALT, name: 'Plain salt', liquid: false },
  { id: 'iron', name: 'Iron chelate', liquid: false },
  { id: 'ammonia', name: 'Ammonia for cycling, as N', liquid: false },
  { id: 'bacteria', name: 'Bacteria from a bottle', liquid: true },
  ...DECHLORINATORS.map((d) => ({ id: d.id, name: d.name, liquid: false })),
  ...ACIDS.map((a) => ({ id: a.id, name: a.name, liquid: true })),
];

/** A thing by its id, as the grower calls it. */
export function thingName(s: SystemDocument, id: string | undefined): string {
  if (!id) return '';
  const part = [...s.vessels, ...s.paths].find((p) => p.id === id);
  if (part) return part.name;
  const planting = s.crops.find((c) => c.id === id);
  const crop = cropKinds(s).find((k) => k.id === (planting?.crop ?? id));
  if (crop) return crop.name;
  return fishKindOf(s, id)?.name ?? substances(s).find((x) => x.id === id)?.name ?? id;
}

const values = (e: Entry): Phrase[] =>
  READ_FIELDS.flatMap((f): Phrase[] => {
    const v = e[f.id];
    if (v === undefined) return [];
    const told: Phrase =
      typeof v === 'number'
        ? [{ value: v, kind: f.kind }]
        : v[0] === v[1]
          ? [{ value: v[0], kind: f.kind }]
          : [{ value: v[0], kind: f.kind }, ' to ', { value: v[1], kind: f.kind }];
    return [[`${f.short} `, ...told]];
  });

/** A task of such a name is a step of the build; its note says which. */
export const BUILD_STEP = 'build/';
const isBuildStep = (e: Entry): boolean => e.what?.startsWith(BUILD_STEP) ?? false;

/** The note of an entry that does not stand in its words already. */
export const noteBeside = (e: Entry): string =>
  e.kind === 'note' || e.kind === 'photo' || isBuildStep(e) ? '' : (e.note ?? '');

function taskWords(e: Entry, t: Tended | null): Phrase {
  if (isBuildStep(e)) return [`Checkpoint passed: ${e.note ?? ''}`];
  const rule = t && rulesOf(t).find((r) => r.id === e.what);
  const own = t?.system.care.own.find((x) => x.id === e.what);
  const title: Phrase = rule ? rule.title(t) : [own?.title ?? e.what ?? 'a task'];
  const what = e.what?.startsWith(CARE_STEP)
    ? (['a step of the plan of care'] as Phrase)
    : e.what?.startsWith('retest/')
      ? (['test again'] as Phrase)
      : title;
  if (e.outcome === 'later') return ['Postponed: ', ...what];
  return [e.outcome === 'skipped' ? 'Skipped: ' : 'Done: ', ...what];
}

/** An entry in one line. @param t what is known of the system, for the names of tasks */
export function entryWords(e: Entry, s: SystemDocument, t: Tended | null = null): Phrase {
  const what = thingName(s, e.what);
  const amount: Phrase | null =
    e.mass !== undefined
      ? [e.kind === 'harvest' || e.kind === 'fish-weighed' ? mass(e.mass) : dose(e.mass)]
      : e.volume !== undefined
        ? [e.kind === 'dose' ? liquid(e.volume) : litres(e.volume)]
        : null;
  const count = e.count === undefined ? '' : String(Math.round(e.count * 100) / 100);
  const of = what ? ` of ${inSentence(what)}` : '';
  switch (e.kind) {
    case 'reading':
      return listed(values(e));
    case 'look': {
      const seen = (e.seen ?? []).flatMap((id) => signOf(id)?.words ?? []);
      return [seen.length ? seen.join(', ') : 'Looked'];
    }
    case 'feed':
      return amount ? ['Fed ', ...amount] : ['Fed'];
    case 'top-up':
      return amount ? ['Topped up ', ...amount] : ['Topped up'];
    case 'water-change':
      return amount ? ['Changed ', ...amount, ' of water'] : ['Changed all the water'];
    case 'dose':
      return amount
        ? ['Dosed ', ...amount, of]
        : [
            count
              ? `Dosed ${inSentence(what)}, ${count} of a full dose`
              : `Dosed ${inSentence(what)}`,
          ];
    case 'planting':
      return [count ? `Planted ${count} ${inSentence(what)}` : `Planted ${inSentence(what)}`];
    case 'harvest':
      return amount ? ['Harvested ', ...amount, of] : [`Harvested ${count} ${inSentence(what)}`];
    case 'fish-in':
      return [`${count || 'Some'} fish added`];
    case 'fish-out':
      return [`${count || 'Some'} fish removed`];
    case 'fish-dead':
      return [`${count || 'One'} died`];
    case 'fish-weighed':
      return amount
        ? ['Weight of one fish: ', ...amount, count ? `, of ${count} weighed` : '']
        : ['Weighed'];
    case 'power-cut':
      return e.until === undefined
        ? ['Power cut']
        : say`Power cut of ${time(Math.max(0, (e.until - e.at) / 1000))}`;
    case 'task':
      return taskWords(e, t);
    case 'note':
      return [e.note ?? ''];
    case 'photo':
      return [e.note ? `Photo: ${e.note}` : 'Photo'];
  }
}

/** Age of a reading in the fewest letters: minutes, hours or days. */
export const shortAge = (seconds: number): Phrase =>
  seconds < 172800
    ? [
        time(
          seconds < 3600
            ? Math.max(60, Math.round(seconds / 60) * 60)
            : Math.round(seconds / 3600) * 3600,
        ),
      ]
    : [days(Math.floor(seconds / 86400))];
