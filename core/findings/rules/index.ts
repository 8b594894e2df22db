import type { Rule } from '../rule.ts';
import { alkalinityRule } from './alkalinity.ts';
import { ammoniaRule } from './ammonia.ts';
import { bacteriaRule } from './bacteria.ts';
import { carbonDioxideRule } from './carbon-dioxide.ts';
import { ceilingRule } from './ceiling.ts';
import { circuitRule } from './circuit.ts';
import { cropCrowdingRule } from './crop-crowding.ts';
import { cropLightRule } from './crop-light.ts';
import { cropRootsRule } from './crop-roots.ts';
import { cropSizeRule } from './crop-size.ts';
import { cropTemperatureRule } from './crop-warmth.ts';
import { feedToPlantingRule } from './feed-on-planting.ts';
import { fishKeepingRule } from './fish-keeping.ts';
import { heaterRule } from './heater.ts';
import { nitriteRule } from './nitrite.ts';
import { nitrogenWeeksRule } from './nitrogen-weeks.ts';
import { outletRule } from './outlet.ts';
import { oxygenRule } from './oxygen.ts';
import { plugHeightRule } from './plug-height.ts';
import { powerCutRule } from './power-cut.ts';
import { solidsRule } from './solids.ts';
import { solutionStrengthRule } from './solution-strength.ts';
import { fishInWaterRule } from './stocking-density.ts';
import { summerRule } from './summer.ts';
import { sunOnTankRule } from './sun-on-tank.ts';
import { tapWaterRule } from './tap-water.ts';
import { winterRule } from './winter.ts';
import { airLiftRule } from './air-lift.ts';
import { backflowRoomRule } from './backflow-room.ts';
import { bedToTankRule } from './bed-to-tank.ts';
import { chainSupplyRule } from './chain-supply.ts';
import { dryLayerRule } from './dry-layer.ts';
import { dryRunRule } from './dry-run.ts';
import { dutyRangeRule } from './duty-range.ts';
import { evenSplitRule } from './even-split.ts';
import { filterRule } from './filter.ts';
import { floorLoadRule } from './floor-load.ts';
import { hoseBoreRule } from './hose-bore.ts';
import { joinedLagRule } from './joined-lag.ts';
import { looseDeliveryRule } from './loose-delivery.ts';
import { offTimeRule } from './off-time.ts';
import { onTimeRule } from './on-time.ts';
import { overflowCapacityRule } from './overflow-capacity.ts';
import { pinholesRule } from './pinholes.ts';
import { potsStandRule } from './pots-stand.ts';
import { reserveRule } from './reserve.ts';
import { rootAirRule } from './root-air.ts';
import { rowFillingRule } from './row-filling.ts';
import { runsOnRule } from './runs-on.ts';
import { secondOutletRule } from './second-outlet.ts';
import { serviceRule } from './service.ts';
import { siphonGeometryRule } from './siphon-geometry.ts';
import { siphonStartRule } from './siphon-start.ts';
import { siphonStopRule } from './siphon-stop.ts';
import { spillRule } from './spill.ts';
import { staticHeadRule } from './static-head.ts';
import { supplyLastsRule } from './supply-lasts.ts';
import { tankSwingRule } from './tank-swing.ts';
import { turnoverRule } from './turnover.ts';
import { venturiRule } from './venturi.ts';

/** All rules, in the order in which findings of one level are told. */
export const RULES = [
  dryRunRule,
  spillRule,
  serviceRule,
  outletRule,
  plugHeightRule,
  circuitRule,
  oxygenRule,
  powerCutRule,
  ammoniaRule,
  nitriteRule,
  bacteriaRule,
  tapWaterRule,
  winterRule,
  summerRule,
  fishKeepingRule,
  alkalinityRule,
  carbonDioxideRule,
  reserveRule,
  backflowRoomRule,
  staticHeadRule,
  runsOnRule,
  siphonStartRule,
  siphonStopRule,
  joinedLagRule,
  evenSplitRule,
  chainSupplyRule,
  supplyLastsRule,
  potsStandRule,
  onTimeRule,
  offTimeRule,
  secondOutletRule,
  overflowCapacityRule,
  tankSwingRule,
  looseDeliveryRule,
  rootAirRule,
  siphonGeometryRule,
  dryLayerRule,
  dutyRangeRule,
  hoseBoreRule,
  venturiRule,
  airLiftRule,
  pinholesRule,
  filterRule,
  rowFillingRule,
  turnoverRule,
  bedToTankRule,
  floorLoadRule,
  fishInWaterRule,
  solidsRule,
  heaterRule,
  ceilingRule,
  sunOnTankRule,
  cropRootsRule,
  solutionStrengthRule,
  cropLightRule,
  cropTemperatureRule,
  cropSizeRule,
  cropCrowdingRule,
  feedToPlantingRule,
  nitrogenWeeksRule,
] as const;

export type FindingId = (typeof RULES)[number]['id'];

/** The rule of an id. */
export const ruleOf = (id: FindingId): Rule => RULES.find((rule) => rule.id === id)!;
