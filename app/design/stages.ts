import { STAGES, type Stage } from '../../core/findings';

export const isStage = (s: unknown): s is Stage => STAGES.includes(s as Stage);

export const STAGE_NAMES: Record<Stage, string> = {
  place: 'Place',
  vessels: 'Vessels',
  lift: 'Lift',
  drain: 'Fill & drain',
  life: 'Life',
  build: 'Build',
  startup: 'Start-up',
  rounds: 'Rounds',
};
