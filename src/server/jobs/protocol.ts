/** What the server computes in a process of its own. */
export type Job = 'calibrate' | 'render' | 'firmware' | 'prove' | 'plan' | 'listen';

/** To the process: one job at a time. */
export interface Order {
  job: Job;
  /** The request's body as it came: unpacked and read there, where it can be ended. */
  body: Uint8Array;
  /** Whether that is gzip. */
  packed: boolean;
  /** The request's Accept header. */
  accept: string;
}

/** What the process says when it begins: who is to be ended where it takes too much. */
export interface Begun {
  pid: number;
}

/** From the process: a response in parts. */
export interface Answer {
  status: number;
  headers: [string, string][];
  body: Uint8Array;
}
