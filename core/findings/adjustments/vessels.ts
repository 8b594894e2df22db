import { litres, mm, say } from '../../quantity/index.ts';
import { vesselOf, type Edit, type SystemDocument } from '../../system/index.ts';
import { once, adjustNumber, type Adjustment } from './adjustment.ts';

/** Changes of a vessel: its water, its height and width, its rim. */

/** Changes the water of a vessel in steps of 5 L. @param dir 1: more, −1: less */
export const adjustFill = (s: SystemDocument, vessel: string, dir: 1 | -1): Adjustment[] => {
  const v = vesselOf(s, vessel);
  return adjustNumber(s, `${vessel}-fill`, `vessels.${vessel}.fill`, dir * 0.005, (from, to) =>
    dir > 0
      ? say`Top up “${v.name}” by ${litres(to - from)}, to ${litres(to)}`
      : say`Take ${litres(from - to)} out of “${v.name}”, down to ${litres(to)}`,
  );
};

/** A taller vessel, in steps of 10 mm. */
export const adjustHeight = (s: SystemDocument, vessel: string): Adjustment[] => {
  const v = vesselOf(s, vessel);
  return adjustNumber(
    s,
    `${vessel}-height`,
    `vessels.${vessel}.shape.height`,
    0.01,
    (from, to) => say`Use a vessel ${mm(to - from)} taller for “${v.name}”: ${mm(to)}`,
  );
};

/** A vessel is not asked to grow by more than this share of its width. */
const MOST_GROWTH = 0.6;

/**
 * A longer or wider vessel, in steps of 50 mm and up to 0.6 more; a box or a cylinder only.
 *
 * @param dir 1: larger, −1: smaller
 * @param keepsLevel its water grows with it, so that it stands as high as before
 */
export const adjustWidth = (
  s: SystemDocument,
  vessel: string,
  dir: 1 | -1,
  keepsLevel = false,
): Adjustment[] => {
  const v = vesselOf(s, vessel);
  const { shape } = v;
  if (shape.kind !== 'box' && shape.kind !== 'cylinder') return [];
  const [key, was, word, power] =
    shape.kind === 'box'
      ? (['length', shape.length, 'long', 1] as const)
      : (['diameter', shape.diameter, 'across', 2] as const);
  const filled = (to: number): Edit => ({
    at: `vessels.${vessel}.fill`,
    to: Math.round(v.fill * (to / was) ** power * 1e4) / 1e4,
  });
  return adjustNumber(
    s,
    `${vessel}-${key}`,
    `vessels.${vessel}.shape.${key}`,
    dir * 0.05,
    (_, to) => say`Make “${v.name}” ${mm(to)} ${word}`,
    (to) => (keepsLevel ? [filled(to)] : []),
  ).map((k) => ({ ...k, count: Math.min(k.count, Math.ceil((MOST_GROWTH * was) / 0.05)) }));
};

/** Leans the rim of a vessel towards one that stands lower; none where there is no such, or it leans already. */
export function leanRim(s: SystemDocument, vessel: string, to: string | undefined): Adjustment[] {
  const v = vesselOf(s, vessel);
  const under = s.vessels.find((x) => x.id === to);
  return !under || v.rimTo !== null || under.floor >= v.floor
    ? []
    : once(
        `${vessel}-rim`,
        [{ at: `vessels.${vessel}.rimTo`, to: under.id }],
        say`Lean the rim of “${v.name}” so that it spills into “${under.name}”`,
      );
}
