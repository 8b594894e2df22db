import { execSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { collectTexts } from '/work/main/scripts/texts/collectraw.ts';
const files = execSync('git ls-files app core server', { encoding: 'utf8' }).split('\n').filter((f) => /\.(ts|vue)$/.test(f) && !/\.test\.ts$|\/test\//.test(f));
const pat = process.argv[2] ? new RegExp(process.argv[2]) : /./;
for (const f of files) { if (!pat.test(f)) continue; const seen = new Set<string>(); let head=false;
 for (const t of collectTexts(f)) { if (t.quoted) continue; const r = (t as any).raw ?? t.text; if (seen.has(r)) continue; seen.add(r); if(!head){console.log('@'+f);head=true;} console.log(r.replace(/\s+/g,' ')); } }
