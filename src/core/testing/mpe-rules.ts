import type { MidiEvent } from '../midi/event';

/** A zone as a receiver of MPE knows it: channels 0 … 15. */
export interface ReceivedZone {
  manager: number;
  members: readonly number[];
}

/**
 * What an MPE receiver would complain of, from the specification and not from the engine: MPE 1.1 (M1-100-UM). Only notes of members
 * are notes (2.2); each note has a channel of its own while it sounds (2.2.1), which is the one that has been free the longest (3.2);
 * bend, pressure and timbre of a note come before its note-on (3.3.2); what is sent on a member while no note sounds there belongs to none.
 * Which of several messages sent at one time comes first counts. (Sections from memory.)
 */
export function mpeFaults(events: readonly MidiEvent[], zones: readonly ReceivedZone[]): string[] {
  const faults: string[] = [];
  const zoneOf = (channel: number) => zones.find(({ members }) => members.includes(channel));
  const sounding = new Map<number, number>();
  const endedAt = new Map<number, number>();
  let told = new Map<number, Set<string>>();
  events.forEach(({ bytes: [status, first], tUs }, n) => {
    const channel = status & 15;
    const zone = zoneOf(channel);
    if (!zone) return;
    const fault = (says: string) => faults.push(`${tUs} µs, message ${n}, channel ${channel + 1}: ${says}`);
    const type = status >> 4;
    if (type === 8) {
      if (sounding.get(channel) !== first)
        fault(`ends ${first}, ${sounding.get(channel) ?? 'nothing'} sounds`);
      sounding.delete(channel);
      endedAt.set(channel, n);
    } else if (type === 9) {
      if (sounding.has(channel)) fault('a second note on its channel');
      for (const what of ['bend', 'pressure', 'timbre'])
        if (!told.get(channel)?.has(what)) fault(`${what} was not told before the note`);
      const free = zone.members.filter((m) => !sounding.has(m));
      const since = (m: number) => endedAt.get(m) ?? -1;
      if (free.some((m) => since(m) < since(channel))) fault('another channel has been free for longer');
      sounding.set(channel, first);
      told = new Map([...told].filter(([c]) => c !== channel));
    } else if (!sounding.has(channel)) {
      const what = { 13: 'pressure', 14: 'bend', 11: first === 74 ? 'timbre' : null }[type];
      // Registered parameters announce the zone.
      if (!what && !(type === 11 && [6, 38, 100, 101].includes(first))) fault('belongs to no note');
      if (what) told.set(channel, (told.get(channel) ?? new Set()).add(what));
    }
  });
  return faults;
}
