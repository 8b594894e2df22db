import { goldenTests } from './goldenTests.ts';

goldenTests(1, 3);
