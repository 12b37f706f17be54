import { TAKEOVER_STAGE, TAKES_OVER_BY, UNSENT } from '../codes';
import type { Block } from '../blocks/block';
import type { Engine } from '../engine';
import { shareWithin } from '../share-within';
import type { CONTROL } from '../voice-records';
import { stepOf } from '../scale';
import type { Of } from '../struct';

type Control = Of<typeof CONTROL>;

/** What stays where it is left takes over in another scene what was sent there: it is picked up, or scaled (handbook 4.8). */
export const takeover: Block = {
  name: 'takeover',
  of: 'takeovers',
  file: 'takeover',
  start: ({ takeovers }) => ({
    takeovers: takeovers.map(() => ({ sent: 0, at: 0, stage: TAKEOVER_STAGE.follows, pad: 0 })),
  }),
  changed: ({ state }) => {
    for (const own of state.takeovers) own.stage = TAKEOVER_STAGE.follows;
  },
};

/** Its scene plays again. @param sent last; {@link UNSENT}: nothing @returns whether there is something to take over */
export function beginTakeover({ image, state }: Engine, control: Control, sent: number): boolean {
  if (control.takeover === 0 || sent === UNSENT) return false;
  if (image.takeovers[control.takeover - 1].by === TAKES_OVER_BY.jump) return false;
  state.takeovers[control.takeover - 1].stage = TAKEOVER_STAGE.begun;
  return true;
}

/** Whether a control waits, or is scaled: its band lies around what it reads then, not around what was sent. */
export const takesOver = ({ state }: Engine, control: Control): boolean =>
  control.takeover > 0 && state.takeovers[control.takeover - 1].stage !== TAKEOVER_STAGE.follows;

/**
 * The value of a control that takes over.
 * @param sent last @param read what its level reads, in its range @returns `sent` while it waits
 */
export function takenOver(e: Engine, control: Control, sent: number, read: number): number {
  const state = e.state.takeovers[control.takeover - 1];
  if (state.stage === TAKEOVER_STAGE.begun) begin(e, control, sent, read);
  if (state.stage === TAKEOVER_STAGE.below && read < sent) return sent;
  if (state.stage === TAKEOVER_STAGE.above && read > sent) return sent;
  if (state.stage === TAKEOVER_STAGE.scales) {
    if (read === state.at) return state.sent;
    if (read !== control.from && read !== control.from + control.span) return scaled(control, state, read);
  }
  state.stage = TAKEOVER_STAGE.follows;
  return read;
}

/** What was sent by another range is not taken over. */
function begin({ image, state }: Engine, control: Control, sent: number, read: number): void {
  const own = state.takeovers[control.takeover - 1];
  const within = sent >= control.from && sent <= control.from + control.span;
  if (!within || read === sent) own.stage = TAKEOVER_STAGE.follows;
  else if (image.takeovers[control.takeover - 1].by === TAKES_OVER_BY.scale) {
    own.stage = TAKEOVER_STAGE.scales;
    own.sent = sent;
    own.at = read;
  } else own.stage = read < sent ? TAKEOVER_STAGE.below : TAKEOVER_STAGE.above;
}

/** Straight from what had been sent to the end that it moves towards, which both reach together. */
function scaled({ from, span }: Control, { sent, at }: { sent: number; at: number }, read: number): number {
  const end = from + span;
  return read > at
    ? end - stepOf(0, end - sent, shareWithin(end - read, end - at))
    : from + stepOf(0, sent - from, shareWithin(read - from, at - from));
}
