import { GATE_STAGE } from './codes';
import { expireStrike } from './blocks/strike';
import { hasCome, longAgo, SWEEP_TICKS, ticksSince } from './clock';
import type { Engine } from './engine';

/** A pause: more time has passed than any timer takes. */
export function expireTimers(e: Engine): void {
  const { gates, controls, contacts, strikes } = e.state;
  for (const control of controls) control.held = 0;
  for (const gate of gates) {
    gate.running = gate.stage >= GATE_STAGE.attackAbove ? 1 : 0;
    if (gate.running !== 0) gate.since = longAgo(e.t);
  }
  for (const contact of contacts) contact.since = longAgo(e.t);
  for (let at = 0; at < strikes.length; at++) expireStrike(e, at);
}

/** Clears the timers that have ended, now and then, before the clock has turned under them. @returns whether it was time to */
export function sweepTimers(e: Engine): boolean {
  const { state, t } = e;
  if (ticksSince(state.engine.swept, t) < SWEEP_TICKS) return false;
  state.engine.swept = t;
  state.controls.forEach((control) => {
    if (control.held !== 0 && hasCome(control.until, t)) control.held = 0;
  });
  return true;
}
