import type * as ToneParts from './tone-parts';

export type Loudness = 'off' | 'low' | 'medium';
const GAIN: Record<Loudness, number> = { off: 0, low: 0.12, medium: 0.4 };

/**
 * A small synthesiser that plays MIDI bytes: one voice a note, opened by breath, expression, volume or pressure.
 * Starts low; nothing is loaded before sound is asked for.
 */
export class Ear {
  loudness: Loudness = 'off';
  private tone: typeof ToneParts | null = null;
  private out: ToneParts.Gain | null = null;
  private level: ToneParts.Gain | null = null;
  private bright: ToneParts.Filter | null = null;
  private readonly notes = new Map<number, ToneParts.Synth>();

  /** @returns null, or one sentence on why there is no sound */
  async set(loudness: Loudness): Promise<string | null> {
    try {
      if (loudness !== 'off' && !this.tone) await this.load();
    } catch (error) {
      return `The browser refused sound (${(error as Error).name}). Everything else works; press S to try again.`;
    }
    this.loudness = loudness;
    this.out?.gain.rampTo(GAIN[loudness], 0.05);
    if (loudness === 'off') this.silence();
    return null;
  }

  private async load(): Promise<void> {
    const tone = await import('./tone-parts');
    tone.setContext(
      new tone.Context({ clockSource: 'timeout', latencyHint: 'interactive', lookAhead: 0.01 }),
    );
    await tone.start();
    this.out = new tone.Gain(0).toDestination();
    this.bright = new tone.Filter(1200, 'lowpass').connect(this.out);
    this.level = new tone.Gain(1).connect(this.bright);
    this.tone = tone;
  }

  play([status, a, b]: readonly number[]): void {
    if (!this.tone || this.loudness === 'off') return;
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
    this.silence();
    this.out?.dispose();
    this.bright?.dispose();
    this.level?.dispose();
  }

  private noteOn(key: number, note: number, velocity: number): void {
    this.noteOff(key);
    const envelope = { attack: 0.012, decay: 0.1, sustain: 0.9, release: 0.12 };
    const synth = new this.tone!.Synth({ oscillator: { type: 'sawtooth' }, envelope }).connect(this.level!);
    synth.triggerAttack(440 * 2 ** ((note - 69) / 12), undefined, 0.3 + (0.7 * velocity) / 127);
    this.notes.set(key, synth);
  }

  private noteOff(key: number): void {
    const synth = this.notes.get(key);
    if (!synth) return;
    this.notes.delete(key);
    synth.triggerRelease();
    setTimeout(() => synth.dispose(), 500);
  }

  /** 0 … 127 opens loudness and brightness together. */
  private setLevel(value: number): void {
    this.level!.gain.rampTo((value / 127) ** 1.5, 0.015);
    this.bright!.frequency.rampTo(400 * 2 ** ((4 * value) / 127), 0.015);
  }
}
