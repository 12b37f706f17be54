import { ONE } from '../../shape/table';
import { longAgo, ticksSince } from '../clock';
import type { Engine } from '../engine';
import { gateCloses, gateOpens } from '../events';
import { firstDue, type Unit } from '../stretch';
import type { Block } from './block';

/** Contacts that are debounced. */
export const contacts: Block = {
  name: 'contacts',
  of: 'contact_banks',
  file: 'contacts',
  start: (image) => {
    /** That of the next bank where it lies between two: it is never asked for. */
    const restOf = (contact: number) => image.contact_banks.find((b) => contact < b.lane + b.lanes)!.rest;
    return {
      contacts: Array.from({ length: image.contacts }, (_, i) => ({
        since: 0,
        seen: restOf(i),
        taken: restOf(i),
        running: 0,
        muted: 0,
      })),
    };
  },
  frame: (e) => {
    for (let i = 0; i < e.image.contacts; i++) playContact(e, i);
  },
  edge: takeEdge,
  expire: (e) => {
    for (const state of e.state.contacts) state.since = longAgo(e.t);
  },
  units: (e) => Array.from({ length: e.image.contacts }, (_, i) => contactUnit(e, i)),
};

/**
 * Takes an edge: at once, unless the contact changed so short a time before that it may bounce.
 * @param contact of the board; one that was not measured plays nothing
 */
function takeEdge(e: Engine, contact: number, closed: boolean): void {
  if (contact >= e.image.contacts || contact < bankOf(e, contact).lane) return;
  const state = e.state.contacts[contact];
  state.seen = closed ? 1 : 0;
  if (state.running === 0) takeContact(e, contact);
}

/** Plays a frame on a contact whose debounce may be over: what it has come to rest at counts. */
function playContact(e: Engine, contact: number): void {
  const state = e.state.contacts[contact];
  if (state.running === 0) return;
  if (ticksSince(state.since, e.t) < bankOf(e, contact).debounce_ticks) return;
  state.running = 0;
  takeContact(e, contact);
}

/** The new state counts. What is held at power-up is mute until it has been let go, as a pad is. */
function takeContact(e: Engine, contact: number): void {
  const state = e.state.contacts[contact];
  if (state.seen === state.taken) return;
  const bank = bankOf(e, contact);
  const lane = contact - bank.lane;
  state.taken = state.seen;
  state.since = e.t;
  state.running = bank.debounce_ticks > 0 ? 1 : 0;
  if (state.taken !== bank.rest) {
    if (e.state.engine.discard > 0) state.muted = 1;
    else gateOpens(e, bank.listener, bank.listeners, lane, ONE);
  } else if (state.muted !== 0) state.muted = 0;
  else gateCloses(e, bank.listener, bank.listeners, lane);
}

/** The bank of a contact, or the next one where it lies between two. */
function bankOf(e: Engine, contact: number) {
  const banks = e.image.contact_banks;
  let i = 0;
  while (contact >= banks[i].lane + banks[i].lanes) i++;
  return banks[i];
}

function contactUnit(e: Engine, contact: number): Unit {
  const state = e.state.contacts[contact];
  const bank = e.image.contact_banks.find((b) => contact < b.lane + b.lanes)!;
  return {
    play: () => playContact(e, contact),
    next: (frame, s) => (state.running === 0 ? s.end : firstDue(s, frame, state.since, bank.debounce_ticks)),
  };
}
