import { vi } from 'vitest';

// The page of the unit tests has no canvas: charts stand as an empty element there, and are tested as data.
vi.mock('vue-chartjs', () => ({ Scatter: { template: '<canvas />' } }));
