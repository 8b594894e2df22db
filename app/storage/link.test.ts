import fc from 'fast-check';
import { readdirSync, readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { readAnyFile } from '../../core/formats/file';
import { fragmentOf, textIn } from './link';

const demos = readdirSync('demo').map((f) => {
  const r = readAnyFile(readFileSync(`demo/${f}`, 'utf8'));
  if (!r.ok || r.what !== 'system') throw new Error(f);
  return r.system;
});

/** What a fragment carries, read as a file is read. */
async function back(fragment: string) {
  const t = await textIn(fragment);
  if (!t.ok) return t.message;
  const r = readAnyFile(t.text);
  return r.ok && r.what === 'system' ? r.system : 'no system';
}

describe('a system in a link', () => {
  it.each(demos.map((d) => [d.id, d] as const))('%s comes back as it was', async (_, demo) => {
    const fragment = await fragmentOf(demo);
    expect(fragment).toMatch(/^1\.[\w-]+$/);
    // A QR code has room for 2,953 bytes, the address in front of it among them.
    expect(fragment.length).toBeLessThan(2900);
    expect(await back(`#${fragment}`)).toEqual(demo);
  });
  it('any text of a name survives', async () => {
    await fc.assert(
      fc.asyncProperty(fc.string({ unit: 'grapheme', minLength: 1, maxLength: 40 }), async (x) => {
        const name = `Bed ${x.replace(/\s+/g, ' ').trim()}`.trim();
        const got = await textIn(await fragmentOf({ ...demos[0]!, name }));
        expect(got.ok && (JSON.parse(got.text) as { name: string }).name).toBe(name);
      }),
      { numRuns: 40 },
    );
  });
  it('a link cut anywhere, or changed, says so and never throws', async () => {
    const whole = await fragmentOf(demos[0]!);
    await fc.assert(
      fc.asyncProperty(fc.nat(whole.length - 1), async (n) => {
        const got = await back(whole.slice(0, n));
        expect(typeof got).toBe('string');
      }),
      { numRuns: 60 },
    );
    expect(await back('')).toMatch(/has no system in it/);
    expect(await back('2.abc')).toMatch(/newer version/);
    expect(await back('1.$$$')).toMatch(/not complete/);
  });
  it('a small link that unpacks to a flood is refused', async () => {
    const flood = new Blob(['0'.repeat(20_000_000)])
      .stream()
      .pipeThrough(new CompressionStream('deflate-raw'));
    const bytes = Buffer.from(await new Response(flood).arrayBuffer());
    expect(bytes.length).toBeLessThan(30_000);
    expect(await back(`1.${bytes.toString('base64url')}`)).toMatch(/far larger than any system/);
  });
});
