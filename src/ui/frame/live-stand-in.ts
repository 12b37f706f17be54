import type { FromLive, ToLive } from '@/workers/live-protocol';

/** For tests: stands in for the live worker. It notes what it is told, and says what the test has it say. */
export class LiveStandIn extends EventTarget {
  /** Those that were made since {@link LiveStandIn.begin}, the newest last. */
  static made: LiveStandIn[] = [];
  readonly told: ToLive[] = [];
  ended = false;

  constructor() {
    super();
    LiveStandIn.made.push(this);
  }

  static begin(): void {
    LiveStandIn.made = [];
  }

  static get last(): LiveStandIn {
    return LiveStandIn.made[LiveStandIn.made.length - 1];
  }

  postMessage(message: ToLive): void {
    this.told.push(message);
  }

  terminate(): void {
    this.ended = true;
  }

  says(data: FromLive): void {
    this.dispatchEvent(Object.assign(new Event('message'), { data }));
  }
}
