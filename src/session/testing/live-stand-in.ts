import type { FromLive, Tick, ToLive } from '@/workers/live-protocol';

/** For tests: stands in for the live worker. It notes what it is told, and says what the test has it say. */
export class LiveStandIn extends EventTarget {
  /** Those that were made since {@link LiveStandIn.begin}, the newest last. */
  static made: LiveStandIn[] = [];
  readonly sent: ToLive[] = [];
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
    this.sent.push(message);
  }

  terminate(): void {
    this.ended = true;
  }

  says(data: FromLive): void {
    this.dispatchEvent(Object.assign(new Event('message'), { data }));
  }
}

/** For tests: a tick of a board of so many columns on which nothing happens, but what is said. */
export const tickOf = (columns: number, change: Partial<Tick> = {}): FromLive => ({
  ...{
    is: 'tick',
    tUs: 1,
    rateHz: 1000,
    lights: new Uint8Array(),
    lost: 0,
    computed: {},
    closed: [],
    bytesPerSecond: 0,
    rest: [],
    scenes: [0],
    modes: [],
  },
  ...{
    columns: new Uint16Array(0),
    guide: null,
    line: null,
    sketchIsOurs: null,
    recordingUs: null,
    replay: null,
    button: null,
  },
  counts: new Array<number>(columns).fill(500),
  responses: new Array<number>(columns).fill(0),
  ...change,
});
