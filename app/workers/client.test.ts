import { afterEach, describe, expect, it, vi } from 'vitest';
import { Mortal, hearing } from './client';

/** A worker that can be made to die; what it is asked is left without an answer. */
class Lamb extends EventTarget {
  ended = false;
  postMessage() {}
  terminate() {
    this.ended = true;
  }
}
interface Api {
  value(): number;
}

function flock() {
  const made: Lamb[] = [];
  const mortal = new Mortal<Api & object>(() => {
    const lamb = new Lamb();
    made.push(lamb);
    return lamb as unknown as Worker;
  }, 1000);
  const never = () => mortal.ask(() => new Promise<number>(() => undefined));
  return { made, mortal, never };
}

describe('a worker that can be lost', () => {
  afterEach(() => vi.useRealTimers());

  it('is made once, when it is first asked', async () => {
    const { made, mortal } = flock();
    expect(made).toHaveLength(0);
    await mortal.ask(async () => 1);
    expect(await mortal.ask(async () => 2)).toBe(2);
    expect(made).toHaveLength(1);
  });

  it.each(['error', 'messageerror'])(
    'on %s fails what was asked, and the next is a new one',
    async (type) => {
      const { made, mortal, never } = flock();
      const asked = never();
      made[0]!.dispatchEvent(new Event(type));
      await expect(asked).rejects.toThrow('The calculation stopped.');
      expect(made[0]!.ended).toBe(true);
      expect(await mortal.ask(async () => 3)).toBe(3);
      expect(made).toHaveLength(2);
      // The old one’s late cries are not the new one’s.
      made[0]!.dispatchEvent(new Event('error'));
      expect(made[1]!.ended).toBe(false);
    },
  );

  it('that does not answer in time is ended; others that were asked of it fail as well', async () => {
    vi.useFakeTimers();
    const { made, never } = flock();
    const both = [never(), never()].map((p) =>
      expect(p).rejects.toThrow('The calculation stopped.'),
    );
    await vi.advanceTimersByTimeAsync(1001);
    await Promise.all(both);
    expect(made).toHaveLength(1);
    expect(made[0]!.ended).toBe(true);
  });

  it('that fails a question lives on', async () => {
    const { made, mortal } = flock();
    await expect(mortal.ask(async () => Promise.reject(new Error('no such day')))).rejects.toThrow(
      'no such day',
    );
    await mortal.ask(async () => 1);
    expect(made).toHaveLength(1);
  });
});

describe('what a worker tells', () => {
  it('is heard until it has answered, and not after', () => {
    const told: number[] = [];
    const heard = hearing((n: number) => told.push(n));
    heard.tell(1);
    heard.tell(2);
    heard.end();
    heard.tell(3);
    expect(told).toEqual([1, 2]);
  });
});
