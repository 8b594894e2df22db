import type { SeasonEvent } from '../../../../core/system';

/** What may be planned, and how it is called. */
export const EVENT_NAMES: Record<SeasonEvent['kind'], string> = {
  'water-change': 'Water change',
  ammonia: 'Dose of ammonia',
  alkalinity: 'Buffer',
  stock: 'Fish added',
  'fish-out': 'Fish removed',
  death: 'Fish died',
  harvest: 'Harvest',
  treatment: 'Treatment',
  'heater-off': 'Heater off',
  shell: 'Bag of shell',
};

/** A new event of a kind, with what is usual. */
export function newEvent(kind: SeasonEvent['kind'], id: string, day: number): SeasonEvent {
  switch (kind) {
    case 'water-change':
      return { id, day, kind, share: 0.3 };
    case 'ammonia':
      return { id, day, kind, amount: 1 };
    case 'alkalinity':
      return { id, day, kind, amount: 30 };
    case 'stock':
      return { id, day, kind, count: 5, fish: null, mass: null };
    case 'fish-out':
      return { id, day, kind, share: 0.5 };
    case 'death':
      return { id, day, kind, count: 1 };
    case 'harvest':
      return { id, day, kind, share: 1 };
    case 'treatment':
      return { id, day, kind, kills: 0.5 };
    case 'heater-off':
      return { id, day, kind, days: 3 };
    case 'shell':
      return { id, day, kind, mass: 1 };
  }
}

/** The field of an event besides its day. */
export const EVENT_FIELD: Record<SeasonEvent['kind'], string> = {
  'water-change': 'share',
  ammonia: 'amount',
  alkalinity: 'amount',
  stock: 'count',
  'fish-out': 'share',
  death: 'count',
  harvest: 'share',
  treatment: 'kills',
  'heater-off': 'days',
  shell: 'mass',
};
