import { ref, watch, type Ref } from 'vue';
import type { Sound } from '../../core/practice';

/**
 * Soft sounds of pump and water, made in the browser; off until they are wanted. What is heard stands in words as
 * well, so that nothing is lost without them.
 */

/** Pitch, colour and loudness of each sound. */
const VOICES: Readonly<
  Record<Sound, { type: OscillatorType | 'noise'; pitch: number; loud: number }>
> = {
  hum: { type: 'triangle', pitch: 100, loud: 0.03 },
  falling: { type: 'noise', pitch: 900, loud: 0.025 },
  gurgle: { type: 'noise', pitch: 260, loud: 0.03 },
  bubbles: { type: 'noise', pitch: 2200, loud: 0.012 },
  suck: { type: 'sawtooth', pitch: 64, loud: 0.03 },
  drip: { type: 'sine', pitch: 1400, loud: 0.01 },
};

export function useSounds(heard: Ref<readonly Sound[]>) {
  const on = ref(false);
  let context: AudioContext | null = null;
  let playing: AudioNode[] = [];

  function silence() {
    for (const node of playing) node.disconnect();
    playing = [];
  }
  function noise(c: AudioContext): AudioBufferSourceNode {
    const buffer = c.createBuffer(1, c.sampleRate * 2, c.sampleRate);
    const data = buffer.getChannelData(0);
    for (let i = 0; i < data.length; i++) data[i] = Math.random() * 2 - 1;
    const source = c.createBufferSource();
    source.buffer = buffer;
    source.loop = true;
    return source;
  }
  function voice(c: AudioContext, s: Sound) {
    const { type, pitch, loud } = VOICES[s];
    const gain = c.createGain();
    gain.gain.value = loud;
    gain.connect(c.destination);
    playing.push(gain);
    if (type === 'noise') {
      const filter = c.createBiquadFilter();
      filter.type = 'bandpass';
      filter.frequency.value = pitch;
      filter.connect(gain);
      const source = noise(c);
      source.connect(filter);
      source.start();
      playing.push(source);
      return;
    }
    const tone = c.createOscillator();
    tone.type = type;
    tone.frequency.value = pitch;
    tone.connect(gain);
    tone.start();
    playing.push(tone);
  }
  function sound() {
    silence();
    if (!on.value || typeof AudioContext === 'undefined') return;
    context ??= new AudioContext();
    void context.resume();
    for (const s of heard.value) voice(context, s);
  }
  watch(heard, sound);
  function toggle() {
    on.value = !on.value;
    sound();
  }
  function stop() {
    silence();
    void context?.close();
    context = null;
  }
  return { on, toggle, stop };
}
