import { isSameMessage, isSevenBits, STATUS } from '../../midi/messages';
import type { Block } from '../blocks/block';
import { NO_STATUS, UNSENT7 } from '../codes';
import type { Engine } from '../engine';
import { lives } from '../scene';
import { send, wireIsFree } from '../wire';
import { setShow } from './show';

/** Controllers, pressure, and lights, that gates move between two values. */
export const switched: Block = {
  name: 'switched',
  of: 'switched',
  file: 'switched',
  start: (image) => ({ switched: image.switched.map(() => ({ sent: UNSENT7, open: 0 })) }),
  hears: {
    switched: {
      opens: (e, index) => void e.state.switched[index].open++,
      closes: (e, index) => void e.state.switched[index].open--,
    },
  },
  frame: playSwitched,
  changed: ({ image, state }, next) =>
    next.switched.forEach(({ status, controller }, i) => {
      const before = image.switched[i];
      if (status !== before.status || controller !== before.controller) state.switched[i].sent = UNSENT7;
    }),
  isSound: (settings, structure) =>
    settings.switched.every(
      (s, i) =>
        isSameMessage(s.status, structure.switched[i].status) &&
        (!isOfLight(s) || s.controller < settings.shows.length) &&
        [s.controller, s.off, s.on].every(isSevenBits),
    ),
};

const isOfLight = ({ status }: { status: number }): boolean => (status & 0xf0) === NO_STATUS;

/** The value that it should have: any of its gates open, or none. In a scene in which it does not live it is let go, and no more. */
function wanted(e: Engine, index: number): number {
  const { sent, open } = e.state.switched[index];
  const { scenes, off, on } = e.image.switched[index];
  if (lives(e, scenes)) return open > 0 ? on : off;
  return sent === UNSENT7 ? UNSENT7 : off;
}

/** Whether some controller that gates move still has to be sent. */
export function switchedWaits(e: Engine): boolean {
  for (let i = 0; i < e.image.switched.length; i++)
    if (e.state.switched[i].sent !== wanted(e, i)) return true;
  return false;
}

/** Sends what changed, as far as the wire is free. */
export function playSwitched(e: Engine): void {
  for (let i = 0; i < e.image.switched.length && wireIsFree(e); i++) {
    const value = wanted(e, i);
    if (e.state.switched[i].sent === value) continue;
    e.state.switched[i].sent = value;
    const { status, controller } = e.image.switched[i];
    if (isOfLight(e.image.switched[i])) setShow(e, controller, value);
    else if (status >= STATUS.programChange) send(e, status, value, -1);
    else send(e, status, controller, value);
  }
}
