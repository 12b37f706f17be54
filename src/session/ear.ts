import type { Synth } from './synth';

export type Loudness = 'off' | 'low' | 'medium';
const GAIN: Record<Loudness, number> = { off: 0, low: 0.12, medium: 0.4 };

/** The application's own sound; what makes it is fetched when sound is first asked for. */
export class Ear {
  loudness: Loudness = 'off';
  private synth: Synth | null = null;

  /** @returns null, or one sentence on why there is no sound */
  async set(loudness: Loudness): Promise<string | null> {
    try {
      if (loudness !== 'off') await this.load();
    } catch (error) {
      return `The browser refused sound (${(error as Error).name}). Everything else works; press S to try again.`;
    }
    this.loudness = loudness;
    this.synth?.setGain(GAIN[loudness]);
    if (loudness === 'off') this.silence();
    return null;
  }

  private async load(): Promise<void> {
    const { Synth } = await import('./synth');
    this.synth ??= new Synth();
    await this.synth.load();
  }

  play(bytes: readonly number[]): void {
    if (this.loudness !== 'off') this.synth?.play(bytes);
  }

  /** Of the browser's sound, ms; null without any. */
  get outputMs(): number | null {
    return this.loudness === 'off' ? null : (this.synth?.outputMs ?? null);
  }

  silence(): void {
    this.synth?.silence();
  }

  close(): void {
    this.synth?.close();
    this.synth = null;
  }
}
