import { goldenTests } from './goldenTests.ts';

goldenTests(2, 3);
