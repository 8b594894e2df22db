import { describe, expect, it, test } from 'vitest';
import { readOffer, readOrder } from './offer';

describe('what a gateway offers', () => {
  test.each([{}, [], null, 7, 'x', { channels: 'none' }, { plugs: {} }])('%j is none', (raw) =>
    expect(readOffer(raw)).toBe(
      'A device answers at the gateway’s address, but it offers no channels and no plugs.',
    ),
  );
  it('of another version is refused with a sentence', () => {
    expect(readOffer({ interface: 2, channels: [], plugs: [] })).toBe(
      'The gateway speaks version 2 of the interface. Mizuna needs version 1, so it cannot use this gateway.',
    );
    expect(readOffer({ channels: [] })).toMatchObject({ channels: [], plugs: [], left: [] });
  });
  it('is taken as far as it can be used, and the rest is named', () => {
    const offer = readOffer({
      interface: 1,
      name: 'Shed',
      channels: [
        { id: 'a', name: 'Air', reads: 'temperature', unit: '°F' },
        { id: 'b.c', reads: 'ph' },
        { id: 'x', reads: 'moonlight' },
        null,
      ],
      plugs: [{ id: 'p', on: true }, { id: 'pump 1' }, 5],
    });
    if (typeof offer === 'string') throw new Error(offer);
    expect(offer.channels).toEqual([
      { id: 'a', name: 'Air', reads: 'temperature', about: '', unit: '°F' },
      { id: 'x', name: 'x', reads: null, about: '', unit: '' },
    ]);
    expect(offer.plugs).toEqual([{ id: 'p', name: 'p', about: '', on: true }]);
    expect(offer.left).toEqual([
      'The channel “b.c” cannot be used. An id has at most 64 letters, digits, - and _.',
      'The channel “” cannot be used. An id has at most 64 letters, digits, - and _.',
      'The plug “pump 1” cannot be used. An id has at most 64 letters, digits, - and _.',
      'The plug “” cannot be used. An id has at most 64 letters, digits, - and _.',
    ]);
  });
});

describe('what a plug answers', () => {
  it('is a success only where it confirms what it was asked', () => {
    expect(readOrder({ id: 'p', on: true, confirmed: true }, 'p', true)).toBeNull();
  });
  test.each([
    [{}, /did not confirm/],
    [null, /did not confirm/],
    [{ id: 'p', on: true, confirmed: false }, /did not confirm/],
    [{ id: 'q', on: true, confirmed: true }, /another plug answered/],
    [{ id: 'p', on: false, confirmed: true }, /it should be on, but reports off/],
    [{ id: 'p', confirmed: true }, /it should be on/],
  ])('%j is none', (raw, words) => expect(readOrder(raw, 'p', true)).toMatch(words));
});
