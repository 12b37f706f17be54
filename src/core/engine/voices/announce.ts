import { STATUS } from '../../midi/messages';
import type { Block } from '../blocks/block';
import type { Engine } from '../engine';
import { send, wireIsFree } from '../wire';

/**
 * What a receiver must know before it hears notes: MPE zones and bend ranges. One controller a frame, as the wire takes them, from
 * power-up on, and again after what ends everything (endAll).
 */
export const announce: Block = {
  name: 'announce',
  of: 'announcements',
  file: 'announce',
  start: () => ({}),
  frame: playAnnouncement,
  units: (e) =>
    e.image.announcements.length === 0
      ? []
      : [
          {
            play: () => playAnnouncement(e),
            next: (frame, s) => (e.state.engine.announced < e.image.announcements.length ? frame + 1 : s.end),
          },
        ],
};

/** From the next frame on, one after another. */
export function announceAnew({ state }: Engine): void {
  state.engine.announced = 0;
}

function playAnnouncement(e: Engine): void {
  const { engine } = e.state;
  if (engine.announced >= e.image.announcements.length || !wireIsFree(e)) return;
  const { channel, controller, value } = e.image.announcements[engine.announced++];
  send(e, STATUS.controlChange | channel, controller, value);
}
