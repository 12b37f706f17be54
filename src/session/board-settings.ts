import { askForSettings } from '@/core/exchange/settings/settings-sysex';
import type { Cable } from './cable';
import type { createLiveStore } from './live-state';

/** A board that has not answered by then does not, ms; it is looked for so often. */
const ANSWERS_MS = 10_000;
const LOOKS_MS = 50;

/** Settings that go to the board on the cable while it plays, and come back from it. */
export class BoardSettings {
  /** Whoever waits for them. */
  private given: ((dump: Uint8Array<ArrayBuffer>) => void) | null = null;

  /** @param cable the one that is open; null without */
  constructor(
    private readonly live: ReturnType<typeof createLiveStore>,
    private readonly cable: () => Cable | null,
  ) {}

  /**
   * Sends settings, as a system exclusive message.
   * @returns what the board answers, ANSWER in core/engine/codes.ts; null where it does not
   */
  async send(message: Uint8Array): Promise<number | null> {
    const answers = () => this.live.getState().tick?.line?.answer ?? null;
    const before = answers()?.n ?? 0;
    await this.cable()?.write(message);
    for (let ms = 0; ms < ANSWERS_MS; ms += LOOKS_MS) {
      const answer = answers();
      if (answer && answer.n !== before) {
        await this.cable()?.send('who');
        return answer.says;
      }
      await new Promise((resolve) => setTimeout(resolve, LOOKS_MS));
    }
    return null;
  }

  /**
   * Asks the board for the settings that it plays.
   * @returns a dump; null where it gives none: its sketch is older, or has them in program memory
   */
  async read(): Promise<Uint8Array<ArrayBuffer> | null> {
    const come = new Promise<Uint8Array<ArrayBuffer> | null>((resolve) => {
      this.given = resolve;
      setTimeout(() => resolve(null), ANSWERS_MS);
    });
    await this.cable()?.write(askForSettings());
    const dump = await come;
    this.given = null;
    return dump;
  }

  /** They have come from the board. */
  hear(dump: Uint8Array<ArrayBuffer>): void {
    this.given?.(dump);
  }
}
