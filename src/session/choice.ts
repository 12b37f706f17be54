/** What is chosen on the screen; nothing of it is kept. */
export interface Choice {
  /** Last part of the page's address; empty for the run sheet. */
  page: string;
  sensor: string;
  /** Place of the lane that is looked at, in its sensor, from 0. */
  lane: number;
  /** Id of the recording or take that is looked at, or null. */
  look: string | null;
  glance: boolean;
  keys: boolean;
}
