import { STATUS } from '../../midi/messages';
import type { Engine } from '../engine';
import { send, wireIsFree } from '../wire';

export function switchedOpens(e: Engine, index: number): void {
  e.state.switched[index].open++;
}

export function switchedCloses(e: Engine, index: number): void {
  e.state.switched[index].open--;
}

/** The value that it should have: any of its gates open, or none. */
const wanted = (e: Engine, index: number): number =>
  e.state.switched[index].open > 0 ? e.image.switched[index].on : e.image.switched[index].off;

/** Whether some controller that gates move still has to be sent. */
export function switchedWaits(e: Engine): boolean {
  for (let i = 0; i < e.image.switched.length; i++)
    if (e.state.switched[i].sent !== wanted(e, i)) return true;
  return false;
}

/** Sends what changed, as far as the wire is free. */
export function playSwitched(e: Engine): void {
  const { switched } = e.image;
  for (let i = 0; i < switched.length && wireIsFree(e); i++) {
    const value = wanted(e, i);
    if (e.state.switched[i].sent === value) continue;
    e.state.switched[i].sent = value;
    const { status, controller } = switched[i];
    if (status >= STATUS.channelPressure) send(e, status, value, -1);
    else send(e, status, controller, value);
  }
}
