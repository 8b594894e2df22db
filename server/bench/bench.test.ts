import { readFileSync } from 'node:fs';
import { Ajv2020 as Ajv } from 'ajv/dist/2020.js';
import { afterEach, describe, expect, it } from 'vitest';
import { createApp } from '../app.ts';
import type { SystemDocument } from '../../core/system/index.ts';
import { Bench, HISTORY, NO_FAULTS, QUEUE } from './bench.ts';

const pair = JSON.parse(readFileSync('demo/potting-shed-pair.json', 'utf8')) as SystemDocument;
const START = Date.parse('2026-06-10T00:00:00Z');

/** A bench with a clock of its own. */
function onBench(speed = 1) {
  let now = START;
  const bench = new Bench(() => now);
  bench.load(pair, 7);
  bench.setSpeed(speed);
  return { bench, pass: (seconds: number) => (now += seconds * 1000) };
}
const channel = (bench: Bench, id: string) => bench.channels.find((c) => c.id === id)!;
const benches: Bench[] = [];
afterEach(() => benches.splice(0).forEach((b) => b.unload()));

describe('the copy on the bench', () => {
  it('has a channel for what this system has, and a plug for what is switched', () => {
    const { bench } = onBench();
    expect(bench.channels.map((c) => c.id)).toEqual([
      'temperature',
      'ph',
      'oxygen',
      'level-tank',
      'level-bed',
      'flow-lift',
    ]);
    expect(bench.plugStates().map((p) => p.about)).toContain('lift');
  });

  it('reads the simulated day, within its noise', () => {
    const { bench } = onBench();
    const level = channel(bench, 'level-tank');
    let [low, high] = [Infinity, 0];
    for (let t = 0; t < 7200; t += 20) {
      const { value } = bench.read(level, START + t * 1000)!;
      low = Math.min(low, value);
      high = Math.max(high, value);
    }
    // 620 L in 1.1 m across stand 652 mm high; a flood of the bed takes some 100 mm.
    expect(high).toBeLessThan(0.66 + 0.01);
    expect(low).toBeGreaterThan(0.45);
    expect(high - low).toBeGreaterThan(0.05);
  });

  it('loses its flow and gets its water back when the pump’s plug is off', () => {
    const { bench, pass } = onBench();
    pass(1800);
    expect(bench.read(channel(bench, 'flow-lift'), bench.clock())!.value).toBeGreaterThan(1e-4);
    expect(bench.switch('plug-lift', false)).toMatchObject({ on: false });
    pass(3600);
    expect(bench.read(channel(bench, 'flow-lift'), bench.clock())!.value).toBeLessThan(3e-5);
    expect(bench.read(channel(bench, 'level-bed'), bench.clock())!.value).toBeLessThan(0.05);
  });

  it('is the same for the same seed', () => {
    const values = () => {
      const { bench } = onBench();
      return bench.channels.map((c) => bench.read(c, START)!.value);
    };
    expect(values()).toEqual(values());
  });
});

describe('faults', () => {
  it('drop out, stick, drift, stop the clock, and come back', () => {
    const { bench } = onBench();
    const t = channel(bench, 'temperature');
    const at = (h: number) => START + h * 3_600_000;
    bench.setFaults({ ...NO_FAULTS, dropOut: [t.id] });
    expect(bench.read(t, at(1))).toBeNull();
    bench.setFaults({ ...NO_FAULTS, stuck: [t.id] });
    expect(bench.read(t, at(1))!.value).toBe(bench.read(t, at(9))!.value);
    bench.setFaults({ ...NO_FAULTS, frozenClock: [t.id] });
    expect(bench.read(t, at(1))!.at).toBe(bench.read(t, at(9))!.at);
    const before = bench.read(t, at(10 * 24))!.value;
    bench.setFaults({ ...NO_FAULTS, drift: [t.id] });
    bench.read(t, at(0));
    // 0.4 °C a day for ten days, and the season’s own few tenths.
    expect(bench.read(t, at(10 * 24))!.value - before).toBeGreaterThan(3);
    bench.setFaults(NO_FAULTS);
    expect(bench.read(t, at(1))).not.toBeNull();
  });

  it('make a plug deaf: nothing is switched', () => {
    const { bench } = onBench();
    bench.setFaults({ ...NO_FAULTS, deaf: ['plug-lift'] });
    expect(bench.switch('plug-lift', false)).toBe('deaf');
    expect(bench.plugStates().find((p) => p.id === 'plug-lift')!.on).toBe(true);
    expect(bench.switch('plug-none', true)).toBe('unknown');
  });
});

describe('a day at a thousand times its speed', () => {
  it('comes up to the present and leaves no more behind than is kept', () => {
    const { bench, pass } = onBench(1000);
    const slow = bench.listen(null);
    expect(bench.clock()).toBe(START - 86_400_000);
    for (let i = 0; i < 24 * 60; i++) {
      pass(0.06);
      bench.tick();
    }
    expect(bench.clock()).toBeGreaterThan(START - 1000);
    expect(bench.kept).toBe(HISTORY);
    // One who never listens costs no more than his queue.
    expect(slow.length).toBe(QUEUE);
    expect(slow.dropped).toBe(6 * 24 * 60 - QUEUE);
    pass(600);
    expect(bench.clock()).toBe(START + 86_400 + 600_000);
  });

  it('gives one who comes back what he missed', async () => {
    const { bench } = onBench();
    bench.tick();
    const first = bench.listen(0);
    const got = [];
    while (first.length) got.push(await first.next(0));
    expect(got).toHaveLength(6);
    bench.leave(first);
    bench.tick();
    const again = bench.listen((got.at(-1) as { seq: number }).seq);
    expect(again.length).toBe(6);
    bench.unload();
    expect(again.closed).toBe(true);
  });
});

describe('the interface over HTTP', () => {
  const bench = new Bench(() => START);
  const app = createApp('dist', true, bench);
  const ask = (path: string, init: RequestInit = {}) =>
    app.request(`http://localhost/devices/v1${path}`, {
      ...init,
      headers: { 'Content-Type': 'application/json', ...init.headers },
    });
  const json = async (r: Response | Promise<Response>) =>
    (await r).json() as Promise<Record<string, unknown>>;
  const send = (path: string, method: string, body: unknown) =>
    ask(path, { method, body: typeof body === 'string' ? body : JSON.stringify(body) });
  benches.push(bench);

  it('offers its channels and plugs once a system is on it', async () => {
    expect(await json(ask(''))).toMatchObject({
      interface: 1,
      bench: true,
      system: null,
      channels: [],
    });
    const loaded = await send('/bench', 'PUT', { system: pair });
    expect(loaded.status).toBe(200);
    expect(await json(ask(''))).toMatchObject({ system: { id: 'potting-shed-pair' } });
    const { readings } = (await json(ask('/readings'))) as { readings: { channel: string }[] };
    expect(readings.map((r) => r.channel)).toContain('temperature');
    const plug = await send('/plugs/plug-lift', 'PUT', { on: false });
    expect(await json(plug)).toEqual({ id: 'plug-lift', on: false, confirmed: true });
  });

  it('keeps no listener for a HEAD, nor for a page from elsewhere, however often they come', async () => {
    await send('/bench', 'PUT', { system: pair });
    for (let i = 0; i < 20; i++) {
      const head = await ask('/stream', { method: 'HEAD' });
      expect(head.status).toBe(200);
      for (const site of ['cross-site', 'same-site']) {
        const foreign = await ask('/stream', { headers: { 'Sec-Fetch-Site': site } });
        expect(foreign.status).toBe(403);
        expect(await foreign.json()).toEqual({ error: 'Requests from other pages are refused.' });
      }
      expect(bench.listening).toBe(0);
    }
    const own = await ask('/stream', { headers: { 'Sec-Fetch-Site': 'same-origin' } });
    expect(own.status).toBe(200);
    expect(bench.listening).toBe(1);
    await own.body!.cancel();
  });
  it('answers its offer alike with and without a slash, as the table for machines has it', async () => {
    const [bare, slash] = [await ask(''), await ask('/')];
    expect(bare.status).toBe(200);
    expect(Object.keys((await bare.json()) as object)).toContain('channels');
    expect(slash.status).toBe(200);
    expect(Object.keys((await slash.json()) as object)).toContain('channels');
  });
  it('streams readings, and ends with the bench', async () => {
    await send('/bench', 'PUT', { system: pair });
    const response = await ask('/stream');
    expect(response.headers.get('Content-Type')).toMatch(/^text\/event-stream/);
    const reader = response.body!.getReader();
    const decoder = new TextDecoder();
    let text = '';
    bench.tick();
    while (!text.includes('event: reading')) text += decoder.decode((await reader.read()).value);
    expect(text).toContain('event: hello');
    expect(text).toMatch(/id: \d+/);
    bench.unload();
    while (!(await reader.read()).done);
    expect(bench.listening).toBe(0);
  });

  it('answers bad messages with a word and does no harm', async () => {
    await send('/bench', 'PUT', { system: pair });
    const bad: [Promise<Response> | Response, number][] = [
      [send('/bench', 'PUT', '{"system":'), 400],
      [send('/bench', 'PUT', { system: { kind: 'nothing' } }), 400],
      [send('/bench', 'PUT', { system: pair, seed: 'x' }), 400],
      [send('/bench', 'PATCH', { speed: -3 }), 400],
      [send('/bench', 'PATCH', { speed: 1e9 }), 400],
      [send('/bench', 'PATCH', { faults: { stuck: ['no such'] } }), 400],
      [send('/bench', 'PATCH', { faults: { poison: [] } }), 400],
      [send('/bench', 'PATCH', { wish: 1 }), 400],
      [send('/plugs/plug-lift', 'PUT', { on: 'yes' }), 400],
      [send('/plugs/none', 'PUT', { on: true }), 404],
      [ask('/weather?place=tropical&date=soon'), 400],
      [ask('/weather?place=moon&date=2026-06-10'), 404],
      [ask('/elsewhere'), 404],
      [
        ask('/plugs/plug-lift', {
          method: 'PUT',
          body: '{"on":true}',
          headers: { 'Content-Type': 'text/plain' },
        }),
        415,
      ],
      [ask('', { headers: { Origin: 'http://evil.example' } }), 403],
      [ask('', { headers: { Origin: 'null' } }), 403],
    ];
    for (const [answer, status] of bad) {
      const r = await answer;
      expect(r.status).toBe(status);
      expect(String((await json(r)).error)).toMatch(/[.]$/);
    }
    expect(await json(ask(''))).toMatchObject({ speed: 1, faults: NO_FAULTS });
    expect(bench.plugStates().every((p) => p.on)).toBe(true);
  });

  it('has weather by place and date, near its normals', async () => {
    const { days } = (await json(ask('/weather?place=cool-maritime&date=2026-01-10&days=5'))) as {
      days: { low_c: number; high_c: number }[];
    };
    expect(days).toHaveLength(5);
    for (const d of days) {
      expect(d.low_c).toBeLessThan(d.high_c);
      expect(d.high_c).toBeLessThan(14);
    }
  });

  it('answers as the OpenAPI file says', async () => {
    const api = JSON.parse(readFileSync('docs/devices.openapi.json', 'utf8')) as {
      paths: Record<
        string,
        Record<
          string,
          { responses: Record<string, { content?: Record<string, { schema: object }> }> }
        >
      >;
      components: object;
    };
    const ajv = new Ajv({ strict: false, validateFormats: false });
    const checks = (path: string, method: string, body: unknown) => {
      const { schema } = api.paths[path]![method]!.responses['200']!.content!['application/json']!;
      const valid = ajv.validate({ ...schema, components: api.components }, body);
      expect(ajv.errorsText(), path).toBe('No errors');
      expect(valid).toBe(true);
    };
    await send('/bench', 'PUT', { system: pair });
    checks('/', 'get', await json(ask('')));
    checks('/readings', 'get', await json(ask('/readings')));
    checks('/plugs/{id}', 'put', await json(send('/plugs/plug-lift', 'PUT', { on: true })));
    checks('/weather', 'get', await json(ask('/weather?place=tropical&date=2026-06-10')));
    // Each address and method of the file is answered by something other than “no such part”.
    for (const [path, methods] of Object.entries(api.paths))
      for (const method of Object.keys(methods)) {
        if (path === '/stream') continue;
        const at = path === '/' ? '' : path.replace('{id}', 'plug-lift');
        const r = await ask(at, {
          method: method.toUpperCase(),
          ...(method === 'get' || method === 'delete' ? {} : { body: '{}' }),
        });
        expect(r.status, `${method} ${path}`).not.toBe(404);
      }
  });

  it('is not there where others are served too', async () => {
    const open = createApp('dist', false, bench);
    expect((await open.request('http://localhost/devices/v1/readings.json')).status).toBe(404);
  });
});
