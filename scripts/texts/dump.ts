import { execSync } from 'node:child_process';
import { collectTexts } from './collect.ts';
const files = execSync('git ls-files app core server', { encoding: 'utf8' }).split('\n').filter((f) => /\.(ts|vue)$/.test(f) && !/\.test\.ts$|\/test\//.test(f));
for (const f of files) for (const t of collectTexts(f)) console.log(`${t.file}:${t.line}\t${t.quoted ? 'Q' : ''}\t${t.text}`);
