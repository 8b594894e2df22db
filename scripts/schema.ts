import { writeFileSync } from 'node:fs';
import { format, resolveConfig } from 'prettier';
import { jsonSchema } from './jsonSchema.ts';

/** Writes the published schema of a system file: `npm run schema`. */
const FILE = 'docs/mizuna-system.schema.json';
const style = await resolveConfig(FILE);
writeFileSync(FILE, await format(JSON.stringify(jsonSchema()), { ...style, parser: 'json' }));
console.log(`${FILE} written.`);
