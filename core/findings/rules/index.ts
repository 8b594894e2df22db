import type { Rule } from '../rule.ts';
import { alkalinity } from './alkalinity.ts';
import { ammonia } from './ammonia.ts';
import { bacteria } from './bacteria.ts';
import { carbonDioxide } from './carbon-dioxide.ts';
import { ceiling } from './ceiling.ts';
import { circuit } from './circuit.ts';
import { cropCrowding } from './crop-crowding.ts';
import { cropLight } from './crop-light.ts';
import { cropRoots } from './crop-roots.ts';
import { cropSize } from './crop-size.ts';
import { cropWarmth } from './crop-warmth.ts';
import { feedToPlanting } from './feed-on-planting.ts';
import { fishKeeping } from './fish-keeping.ts';
import { heater } from './heater.ts';
import { nitrite } from './nitrite.ts';
import { nitrogenWeeks } from './nitrogen-weeks.ts';
import { outlet } from './outlet.ts';
import { oxygen } from './oxygen.ts';
import { plugHeight } from './plug-height.ts';
import { powerCut } from './power-cut.ts';
import { solids } from './solids.ts';
import { solutionStrength } from './solution-strength.ts';
import { fishInWater } from './stocking-density.ts';
import { summer } from './summer.ts';
import { sunOnTank } from './sun-on-tank.ts';
import { tapWater } from './tap-water.ts';
import { winter } from './winter.ts';
import { airLift } from './air-lift.ts';
import { backflowRoom } from './backflow-room.ts';
import { bedToTank } from './bed-to-tank.ts';
import { chainSupply } from './chain-supply.ts';
import { dryLayer } from './dry-layer.ts';
import { dryRun } from './dry-run.ts';
import { dutyRange } from './duty-range.ts';
import { evenSplit } from './even-split.ts';
import { filter } from './filter.ts';
import { floorLoad } from './floor-load.ts';
import { hoseBore } from './hose-bore.ts';
import { joinedLag } from './joined-lag.ts';
import { looseDelivery } from './loose-delivery.ts';
import { offTime } from './off-time.ts';
import { onTime } from './on-time.ts';
import { overflowCapacity } from './overflow-capacity.ts';
import { pinholes } from './pinholes.ts';
import { potsStand } from './pots-stand.ts';
import { reserve } from './reserve.ts';
import { rootAir } from './root-air.ts';
import { rowFilling } from './row-filling.ts';
import { runsOn } from './runs-on.ts';
import { secondOutlet } from './second-outlet.ts';
import { service } from './service.ts';
import { siphonGeometry } from './siphon-geometry.ts';
import { siphonStart } from './siphon-start.ts';
import { siphonStop } from './siphon-stop.ts';
import { spill } from './spill.ts';
import { staticHead } from './static-head.ts';
import { supplyLasts } from './supply-lasts.ts';
import { tankSwing } from './tank-swing.ts';
import { turnover } from './turnover.ts';
import { venturi } from './venturi.ts';

/** All rules, in the order in which findings of one level are told. */
export const RULES = [
  dryRun,
  spill,
  service,
  outlet,
  plugHeight,
  circuit,
  oxygen,
  powerCut,
  ammonia,
  nitrite,
  bacteria,
  tapWater,
  winter,
  summer,
  fishKeeping,
  alkalinity,
  carbonDioxide,
  reserve,
  backflowRoom,
  staticHead,
  runsOn,
  siphonStart,
  siphonStop,
  joinedLag,
  evenSplit,
  chainSupply,
  supplyLasts,
  potsStand,
  onTime,
  offTime,
  secondOutlet,
  overflowCapacity,
  tankSwing,
  looseDelivery,
  rootAir,
  siphonGeometry,
  dryLayer,
  dutyRange,
  hoseBore,
  venturi,
  airLift,
  pinholes,
  filter,
  rowFilling,
  turnover,
  bedToTank,
  floorLoad,
  fishInWater,
  solids,
  heater,
  ceiling,
  sunOnTank,
  cropRoots,
  solutionStrength,
  cropLight,
  cropWarmth,
  cropSize,
  cropCrowding,
  feedToPlanting,
  nitrogenWeeks,
] as const;

export type FindingId = (typeof RULES)[number]['id'];

/** The rule of an id. */
export const ruleOf = (id: FindingId): Rule => RULES.find((rule) => rule.id === id)!;
