/** Time constants, s: of loudness and brightness, of a note's beginning, of its end. */
const FOLLOW_S = 0.005;
const ATTACK_S = 0.004;
const RELEASE_S = 0.04;
/** A note that was let go is inaudible after this, s. */
const GONE_S = 0.4;

/** What one note is made of. */
interface Voice {
  tone: OscillatorNode;
  filter: BiquadFilterNode;
  gain: GainNode;
  /** Share of the level that its velocity leaves it, 0 … 1. */
  share: number;
}

/**
 * A small synthesiser that plays MIDI bytes: an oscillator, a filter and a gain for each note, opened by breath,
 * expression, volume or pressure. Starts low; nothing is made before sound is asked for.
 */
export class Synth {
  private context: AudioContext | null = null;
  private out: GainNode | null = null;
  /** Breath, expression, volume and pressure, 0 … 127; a note begins at it. */
  private level = 127;
  private readonly notes = new Map<number, Voice>();

  /** Makes what sounds, and wakes it. */
  async load(): Promise<void> {
    this.context ??= new AudioContext({ latencyHint: 'interactive' });
    if (!this.out) {
      this.out = new GainNode(this.context, { gain: 0 });
      this.out.connect(this.context.destination);
    }
    await this.context.resume();
  }

  /** @param gain of all, 0 … 1 */
  setGain(gain: number): void {
    this.follow(this.out?.gain, gain);
  }

  play([status, a, b]: readonly number[]): void {
    if (!this.context) return;
    const kind = status & 0xf0;
    if (kind === 0x90 && b > 0) this.noteOn(((status & 0x0f) << 7) | a, a, b);
    else if (kind === 0x80 || kind === 0x90) this.noteOff(((status & 0x0f) << 7) | a);
    else if (kind === 0xd0) this.setLevel(a);
    else if (kind === 0xb0 && [2, 7, 11].includes(a)) this.setLevel(b);
  }

  silence(): void {
    for (const key of [...this.notes.keys()]) this.noteOff(key);
  }

  close(): void {
    void this.context?.close();
    this.context = null;
    this.notes.clear();
  }

  private noteOn(key: number, note: number, velocity: number): void {
    this.noteOff(key);
    const context = this.context!;
    const tone = new OscillatorNode(context, { type: 'sawtooth', frequency: 440 * 2 ** ((note - 69) / 12) });
    const filter = new BiquadFilterNode(context, { type: 'lowpass', frequency: brightnessHz(this.level) });
    const gain = new GainNode(context, { gain: 0 });
    tone.connect(filter).connect(gain).connect(this.out!);
    const share = 0.3 + (0.7 * velocity) / 127;
    gain.gain.setTargetAtTime(share * loudnessAt(this.level), context.currentTime, ATTACK_S);
    tone.start();
    this.notes.set(key, { tone, filter, gain, share });
  }

  private noteOff(key: number): void {
    const voice = this.notes.get(key);
    if (!voice) return;
    this.notes.delete(key);
    const { currentTime } = this.context!;
    voice.gain.gain.setTargetAtTime(0, currentTime, RELEASE_S);
    voice.tone.stop(currentTime + GONE_S);
    voice.tone.onended = () => voice.gain.disconnect();
  }

  /** 0 … 127 opens loudness and brightness together. */
  private setLevel(value: number): void {
    this.level = value;
    for (const { filter, gain, share } of this.notes.values()) {
      this.follow(gain.gain, share * loudnessAt(value));
      this.follow(filter.frequency, brightnessHz(value));
    }
  }

  private follow(parameter: AudioParam | undefined, value: number): void {
    if (this.context) parameter?.setTargetAtTime(value, this.context.currentTime, FOLLOW_S);
  }
}

/** Gain at a level of 0 … 127: 0 … 1. */
const loudnessAt = (level: number): number => (level / 127) ** 1.5;

/** Cut-off of the filter, Hz: four octaves from nothing to full. */
const brightnessHz = (level: number): number => 400 * 2 ** ((4 * level) / 127);
