// @vitest-environment happy-dom
import { mount } from '@vue/test-utils';
import fc from 'fast-check';
import { createPinia, setActivePinia } from 'pinia';
import { beforeEach, describe, expect, it } from 'vitest';
import { nextTick } from 'vue';
import { cases } from '../../core/test/cases';
import { useSettings } from '../stores/settings';
import QuantityField from './QuantityField.vue';

/** Stands in for Vuetify's text field: an input with the same model and messages. */
const field = {
  props: ['modelValue', 'label', 'errorMessages'],
  emits: ['update:modelValue', 'click:clear'],
  template:
    '<div><input :value="modelValue" @input="$emit(\'update:modelValue\', $event.target.value)" /><p>{{ errorMessages?.[0] }}</p></div>',
};

function make(modelValue: number | null = 0.24) {
  return mount(QuantityField, {
    props: {
      modelValue,
      kind: 'length',
      label: 'Crest',
      min: 0.05,
      max: 0.33,
      step: 0.005,
      clearable: true,
    },
    global: { stubs: { VTextField: field, 'v-text-field': field } },
  });
}

describe('a quantity field', () => {
  beforeEach(() => setActivePinia(createPinia()));

  async function type(w: ReturnType<typeof make>, text: string) {
    const input = w.find('input');
    await input.setValue(text);
    await input.trigger('keydown.enter');
    await input.trigger('keydown', { key: 'Enter' });
    await nextTick();
  }

  it('shows its unit and takes any other', async () => {
    const w = make();
    expect((w.find('input').element as HTMLInputElement).value).toBe('240 mm');
    await type(w, '8 in');
    expect(w.emitted('commit')![0]![0]).toBeCloseTo(0.2032, 9);
  });

  it('says what is allowed and commits nothing outside', async () => {
    const w = make();
    await type(w, '2 m');
    expect(w.emitted('commit')).toBeUndefined();
    expect(w.text()).toContain('is outside 50 mm to 330 mm');
    await type(w, 'deep');
    expect(w.text()).toContain('“deep” is not a length');
  });

  it('whatever is typed is taken within its range, or nothing is and a sentence says why', async () => {
    const number = fc.tuple(
      fc.constantFrom('1', '0.24', '240', '1,5', "1'000", '9e9', '-3'),
      fc.constantFrom('', ' mm', ' in', '"', ' L', ' h'),
    );
    const text = fc.oneof(
      fc.string({ maxLength: 12 }),
      number.map(([a, b]) => a + b),
    );
    await fc.assert(
      fc.asyncProperty(text, async (typed) => {
        const w = make();
        await type(w, typed);
        const taken = w.emitted('commit')?.map((e) => e[0]) ?? [];
        if (typed.trim() === '' || typed === '240 mm') return;
        if (taken.length) {
          expect(taken[0]).toBeGreaterThanOrEqual(0.05);
          expect(taken[0]).toBeLessThanOrEqual(0.33);
        } else expect(w.find('p').text()).toMatch(/\.$/);
        w.unmount();
      }),
      { numRuns: cases(40, 1500) },
    );
  });

  it('an untouched field commits nothing, so rounding never creeps in', async () => {
    const w = make(0.2345678);
    await w.find('input').trigger('keydown', { key: 'Enter' });
    await w.find('input').trigger('blur');
    expect(w.emitted('commit')).toBeUndefined();
  });

  it('steps by arrow keys, by ten with Shift, within its range', async () => {
    const w = make();
    await w.find('input').trigger('keydown', { key: 'ArrowUp' });
    await w.find('input').trigger('keydown', { key: 'ArrowDown', shiftKey: true });
    expect(w.emitted('nudge')!.map((e) => e[0])).toEqual([0.245, 0.19]);
    const top = make(0.33);
    await top.find('input').trigger('keydown', { key: 'ArrowUp' });
    expect(top.emitted('nudge')![0]![0]).toBe(0.33);
  });

  it('an emptied clearable field commits nothing-measured', async () => {
    const w = make();
    await type(w, '');
    expect(w.emitted('commit')![0]).toEqual([null]);
  });

  it('follows the person’s units without changing the value', async () => {
    const w = make();
    useSettings().units = 'us';
    await nextTick();
    expect((w.find('input').element as HTMLInputElement).value).toBe('9.45 in');
    expect(w.emitted('commit')).toBeUndefined();
  });

  it('follows a handle that is pulled elsewhere, and stands where it is let go', async () => {
    const w = make();
    const input = w.find('input').element as HTMLInputElement;
    await w.setProps({ calm: true });
    for (const [modelValue, text] of [
      [0.235, '235 mm'],
      [0.23, '230 mm'],
    ] as const) {
      await w.setProps({ modelValue });
      expect(input.value).toBe(text);
    }
    await w.setProps({ calm: false });
    expect(input.value).toBe('230 mm');
    // Let go where it was taken up, or given up.
    await w.setProps({ calm: true, modelValue: 0.25 });
    await w.setProps({ calm: true, modelValue: 0.23 });
    await w.setProps({ calm: false });
    expect(input.value).toBe('230 mm');
  });

  it('keeps what is being typed while another number is pulled', async () => {
    const w = make();
    const input = w.find('input');
    await input.setValue('24');
    await w.setProps({ calm: true, modelValue: 0.2 });
    expect((input.element as HTMLInputElement).value).toBe('24');
  });
});
