// @vitest-environment happy-dom
import 'fake-indexeddb/auto';
import { beforeEach, describe, expect, it } from 'vitest';
import { LAYOUTS } from '../../core/system';
import { freshStores } from '../test/mountIt';
import { useChosen } from './chosen';
import { useSystem } from './system';

const open = (id: string) => {
  useSystem().document = LAYOUTS.find((l) => l.id === id)!.make('a', 'A');
  return useChosen();
};

describe('the one thing that is chosen', () => {
  beforeEach(freshStores);

  it('is at first what each stage is about', () => {
    const chosen = open('sump-loop');
    expect(chosen.thing).toBeNull();
    expect(chosen.placeAt('lift')).toBe('paths.lift');
    expect(chosen.placeAt('drain')).toBe('paths.siphon-1');
    expect(chosen.placeAt('vessels')).toBe('vessels.tank');
  });

  it('a siphon stands for its bed and the line that feeds it, everywhere', () => {
    const chosen = open('bed-over-tank');
    chosen.choose('paths.siphon.crest');
    expect(chosen.at).toBe('paths.siphon');
    expect(chosen.vessel?.id).toBe('bed');
    expect(chosen.drainedVessel?.id).toBe('bed');
    expect(chosen.line?.id).toBe('lift');
    expect(chosen.siphon?.id).toBe('siphon');
  });

  it('a bed stands for its own siphon, a sump for the pump in it', () => {
    const chosen = open('sump-loop');
    chosen.choose('vessels.bed-2');
    expect(chosen.siphon?.id).toBe('siphon-2');
    expect(chosen.drainedVessel?.id).toBe('bed-2');
    chosen.choose('vessels.sump');
    expect(chosen.line?.from).toBe('sump');
  });

  it('steps once around every part and comes back', () => {
    const chosen = open('pump-chain');
    const seen: string[] = [];
    let at = chosen.order[0]!.at;
    for (let i = 0; i < chosen.order.length; i++) seen.push((at = chosen.step(at, 1)));
    expect(new Set(seen).size).toBe(chosen.order.length);
    expect(at).toBe(chosen.order[0]!.at);
    expect(chosen.step(at, -1)).toBe(chosen.order[chosen.order.length - 1]!.at);
  });

  it('that is taken away is no longer chosen; a finding chooses what it is about', () => {
    const system = useSystem();
    const chosen = open('bed-over-tank');
    chosen.showFinding('siphon-start/siphon', 'siphon');
    expect(chosen.at).toBe('paths.siphon');
    expect(chosen.finding.key).toBe('siphon-start/siphon');
    system.commit([{ at: 'paths.spare', to: undefined }], 'Removed');
    expect(chosen.placeAt('drain')).toBe('paths.siphon');
    chosen.choose('paths.spare');
    expect(chosen.thing).toBeNull();
    expect(chosen.placeAt('drain')).toBe('paths.siphon');
    chosen.showFinding('balance/system', 'system');
    expect(chosen.at).toBe('paths.spare');
  });
});
