/** What the server computes in a thread of its own. */
export type Job = 'calibrate' | 'render' | 'firmware' | 'prove' | 'plan' | 'listen';

/** To the thread: one job at a time. */
export interface Order {
  job: Job;
  /** The request's body. */
  text: string;
  /** The request's Accept header. */
  accept: string;
  /** A folder of its own that it may make; whoever ordered removes it. */
  scratch: string;
}

/** From the thread: a response in parts that can be handed over. */
export interface Answer {
  status: number;
  headers: [string, string][];
  body: ArrayBuffer;
}
