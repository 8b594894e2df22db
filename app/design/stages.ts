import { STAGES, type Stage } from '../../core/findings';

export const isStage = (s: unknown): s is Stage => STAGES.includes(s as Stage);

export const STAGE_NAMES: Record<Stage, string> = {
  vessels: 'Vessels',
  lift: 'Lift',
  drain: 'Fill & drain',
};

/** Stage on which a finding is worked at. */
const STAGE_OF: Record<string, Stage> = {
  reserve: 'vessels',
  'backflow-room': 'vessels',
  'tank-swing': 'vessels',
  'bed-to-tank': 'vessels',
  'dry-layer': 'vessels',
  'floor-load': 'vessels',
  'static-head': 'lift',
  'duty-range': 'lift',
  'hose-bore': 'lift',
  turnover: 'lift',
  'loose-delivery': 'lift',
  'dry-run': 'lift',
};

export const stageOf = (finding: string): Stage => STAGE_OF[finding] ?? 'drain';
