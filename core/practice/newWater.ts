import { CHLORINE_LIMITS } from '../limits/index.ts';
import { saturation } from '../life/index.ts';
import { carbonOf } from '../season/model.ts';
import type { Celsius } from '../quantity/si.ts';
import type { PracticeBasis } from './basis.ts';
import type { NewWater } from './waters.ts';

/** pH of a tap that nobody has tested. */
const TAP_PH = 7.5;
/** What a tap’s water conducts by where it was not read, S/m. */
const TAP_SALTS = 0.04;

/** Water of the tap. @param raw with its chlorine; treated water has none */
export function newTapWater(g: PracticeBasis, t: Celsius, raw: boolean): NewWater {
  const { tap, altitude } = g.system.site;
  const alkalinity = tap.alkalinity ?? 100;
  return {
    alkalinity,
    carbon: carbonOf(tap.ph ?? TAP_PH, alkalinity, t),
    oxygen: saturation(t, altitude),
    chlorine: raw && tap.chlorine !== 'none' ? (tap.chlorineLevel ?? CHLORINE_LIMITS.usualTap) : 0,
    salts: TAP_SALTS,
  };
}
