import { ACIDS, BUFFERS, DECHLORINATORS } from '../../../../core/catalogue';

/** Names of what a grower gives to the water. */
const NAMES: Readonly<Record<string, string>> = {
  salt: 'Plain salt',
  ammonia: 'Ammonia, as nitrogen',
  iron: 'Iron chelate',
};

/** Name of a substance by its id. */
export const substanceName = (id: string): string =>
  NAMES[id] ?? [...BUFFERS, ...ACIDS, ...DECHLORINATORS].find((x) => x.id === id)?.name ?? id;
