import { readFileSync } from 'node:fs';
import { expect, it } from 'vitest';
import { readInstrument } from '@/core/exchange/document/instrument-json';
import type { Instrument } from '@/core/instrument/document';
import type { FromLive } from './live-protocol';
import { LiveSession } from './live-session';

function sallow(): Instrument {
  const read = readInstrument(readFileSync('demo/sallow.json', 'utf8'));
  if (!read.ok) throw new Error(read.faults[0].says);
  return read.value;
}

/** A session that is advanced ms by ms, and what it has sent so far, with its time in ms. */
function playing(instrument: Instrument) {
  const sent: [ms: number, ...bytes: number[]][] = [];
  const hear = (m: FromLive) => {
    if (m.is === 'events') for (const { tUs, bytes } of m.events) sent.push([tUs / 1000, ...bytes]);
  };
  const session = new LiveSession(instrument, 5, hear, 'test', 0);
  let nowMs = 0;
  const until = (ms: number) => {
    for (; nowMs < ms; nowMs++) session.advance(1000 * nowMs);
  };
  return { session, sent, until };
}
const notes = (sent: readonly number[][], kind: number) =>
  sent.filter(([, status]) => (status & 0xf0) === kind);

it('Sallow’s two boards play as one: the wheel board’s note comes through the key board, and ends by itself where its plug is pulled while it sounds', () => {
  const { session, sent, until } = playing(sallow());
  until(1000);
  session.handle({ is: 'hand', sensor: 'drone', lane: 0, strength: 0.5 });
  until(1600);
  const [[onMs, , note]] = notes(sent, 0x90);
  expect(onMs).toBeGreaterThan(1000);
  session.handle({ is: 'pull', from: ['board-2'] });
  until(2300);
  const offs = notes(sent, 0x80);
  expect(offs).toHaveLength(1);
  expect(offs[0][2]).toBe(note);
  // 0.4 s after the last byte of a sender that says every 262 ms that it is there, and a frame.
  expect(offs[0][0] - 1600).toBeGreaterThan(0);
  expect(offs[0][0] - 1600).toBeLessThan(402);
  // Nothing comes while it is out; put back it plays again.
  session.handle({ is: 'hand', sensor: 'drone', lane: 0, strength: null });
  until(2600);
  session.handle({ is: 'hand', sensor: 'drone', lane: 0, strength: 0.8 });
  until(3000);
  expect(notes(sent, 0x90)).toHaveLength(1);
  session.handle({ is: 'pull', from: [] });
  session.handle({ is: 'hand', sensor: 'drone', lane: 0, strength: null });
  until(3400);
  session.handle({ is: 'hand', sensor: 'drone', lane: 0, strength: 0.2 });
  until(4000);
  expect(notes(sent, 0x90).length).toBeGreaterThan(1);
});

it('a keyboard that the instrument serves plays through it, and a silence ends what it holds', () => {
  const served = { ...sallow(), inputs: [{ id: 'keys', name: 'Keyboard', board: 'board' }] };
  const { session, sent, until } = playing(served);
  until(500);
  session.handle({ is: 'midi-in', input: 'keys', bytes: [0x95, 70, 99] });
  until(600);
  expect(sent.filter(([, status]) => status === 0x95)).toHaveLength(1);
  session.handle({ is: 'silence' });
  until(700);
  expect(sent.at(-1)!.slice(1)).toEqual([0x85, 70, 64]);
});
