import { goldenTests } from './goldenTests.ts';

goldenTests(0, 3);
