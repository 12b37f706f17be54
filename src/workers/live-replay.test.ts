import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { compile } from '@/core/compile/compile';
import { run } from '@/core/engine/run';
import type { Instrument } from '@/core/instrument/document';
import { splitMessages } from '@/core/midi/messages';
import { joinPieces, piecesOf } from '@/core/signal/pieces';
import type { Frames } from '@/core/signal/take';
import type { FromLive, Source } from './live-protocol';
import { LiveSession } from './live-session';

const whole = (): Instrument => JSON.parse(readFileSync('demo/wherry.json', 'utf8'));
const BEAT_US = 4000;

function drive(instrument: Instrument, source: Source) {
  const told: FromLive[] = [];
  const session = new LiveSession(instrument, 7, (m) => told.push(m), 't', 0, source);
  let nowUs = 0;
  return {
    session,
    told,
    run: (seconds: number) => {
      for (const end = nowUs + seconds * 1e6; nowUs < end;) session.advance((nowUs += BEAT_US));
    },
    messages: () => told.flatMap((m) => (m.is === 'events' ? m.events.map((e) => e.bytes) : [])),
    tick: () => told.filter((m) => m.is === 'tick').at(-1)!,
  };
}

/** Four seconds of the whole instrument, played by hand, as they are recorded. */
function recorded(): { frames: Frames; marks: number[]; seconds: number } {
  const live = drive(whole(), 'practice');
  const hand = (sensor: string, lane: number, strength: number | null) =>
    live.session.handle({ is: 'hand', sensor, lane, strength });
  live.run(1);
  live.session.handle({ is: 'record' });
  live.run(1);
  hand('leaves', 2, 0.8);
  hand('bellows', 0, 0.5);
  live.session.handle({ is: 'mark' });
  live.run(0.8);
  hand('knee', 0, 1);
  live.run(0.5);
  hand('knee', 0, null);
  hand('bellows', 0, null);
  hand('leaves', 2, null);
  live.run(1.7);
  expect(live.tick().recordingUs).toBeGreaterThan(3.9e6);
  live.session.handle({ is: 'record-ends' });
  live.run(0.5);
  expect(live.tick().recordingUs).toBeNull();
  const [begun] = live.told.flatMap((m) => (m.is === 'take-begins' ? [m] : []));
  const [end] = live.told.flatMap((m) => (m.is === 'take-ends' ? [m] : []));
  const pieces = live.told.flatMap((m) => (m.is === 'take-piece' ? [m] : []));
  expect([begun.of, pieces.length]).toEqual([null, end.pieces]);
  return { frames: joinPieces(begun.channels, pieces), marks: end.marks, seconds: end.seconds };
}

function replaying(instrument: Instrument, frames: Frames) {
  const live = drive(instrument, 'replay');
  live.session.handle({ is: 'replay-begins', channels: frames.channels, endUs: 1e6 });
  live.session.handle({ is: 'replay-pieces', pieces: piecesOf(frames), complete: true });
  return live;
}

describe('a recording', () => {
  it('holds every column, the contacts that changed, and the moments that were marked', () => {
    const { frames, marks, seconds } = recorded();
    expect(frames.channels).toEqual(whole().sensors.flatMap((s) => s.lanes.flatMap((l) => l.column ?? [])));
    expect(frames.tUs.length).toBe(4000);
    expect(seconds).toBeCloseTo(4, 2);
    expect(marks).toEqual([expect.closeTo(1e6, -4)]);
    expect([...frames.edges!.closed].filter((c) => c === 1).length).toBeGreaterThan(0);
    expect(frames.edges!.tUs[0]).toBeCloseTo(1.8e6, -5);
  });
  it('is told to its end where another board takes its place in the middle of it', () => {
    const live = drive(whole(), 'practice');
    live.session.handle({ is: 'record' });
    live.run(0.7);
    live.session.close();
    const end = live.told.find((m) => m.is === 'take-ends')!;
    expect([end.pieces, end.seconds]).toEqual([2, expect.closeTo(0.7, 2)]);
  });
});

describe('a replay', () => {
  const { frames } = recorded();
  it('plays the bytes that the engine gives for the recording, at any speed, and then stands', () => {
    const wherry = whole();
    const heard = run(compile(wherry), frames).flatMap((e) => splitMessages(e.bytes));
    expect(heard.filter(([status]) => status >> 4 === 9).length).toBeGreaterThan(0);
    for (const speed of [1, 0.25, 4]) {
      const live = replaying(wherry, frames);
      live.session.handle({ is: 'replay', do: { is: 'speed', speed } });
      live.run(4.2 / speed);
      expect(live.messages()).toEqual(heard);
      expect(live.tick().replay).toMatchObject({
        speed: 0,
        atUs: frames.tUs.at(-1)!,
        endUs: frames.tUs.at(-1)!,
      });
    }
  });
  it('stands, steps by one frame, and leaps with its contacts as they were there', () => {
    const live = replaying(whole(), frames);
    live.run(0.1);
    live.session.handle({ is: 'replay', do: { is: 'speed', speed: 0 } });
    live.run(0.1);
    const { atUs } = live.tick().replay!;
    expect(atUs).toBeCloseTo(100_000, -4);
    live.session.handle({ is: 'replay', do: { is: 'step' } });
    live.run(0.1);
    const next = live.tick();
    expect(next.replay!.atUs).toBe(frames.tUs.find((t) => t > atUs));
    const column = frames.channels.indexOf('bellows');
    const at = frames.tUs.indexOf(next.replay!.atUs);
    expect(next.counts[column]).toBe(frames.counts[at * frames.channels.length + column]);
    const pressedUs = frames.edges!.tUs[0] + 300_000;
    live.session.handle({ is: 'replay', do: { is: 'to', us: pressedUs } });
    live.session.handle({ is: 'replay', do: { is: 'step' } });
    live.run(0.1);
    expect([live.tick().closed, live.tick().replay!.atUs]).toEqual([[true], expect.closeTo(pressedUs, -4)]);
    const before = live.tick().tUs;
    live.session.handle({ is: 'replay', do: { is: 'to', us: 0 } });
    live.session.handle({ is: 'replay', do: { is: 'speed', speed: 1 } });
    live.run(0.1);
    expect(live.tick().tUs).toBeGreaterThan(before);
    expect([live.tick().closed, live.tick().lost]).toEqual([[false], 0]);
  });
  it('waits for what is not loaded yet, and lets columns that it lacks lie at rest', () => {
    const wherry = whole();
    const live = drive(wherry, 'replay');
    const own = {
      ...frames,
      channels: ['bellows'],
      counts: Uint16Array.from(frames.tUs, () => 3000),
      edges: undefined,
    };
    live.session.handle({ is: 'replay-begins', channels: own.channels, endUs: 4e6 });
    live.run(0.5);
    expect(live.tick().replay).toMatchObject({ atUs: 0, endUs: 4e6, columns: 1, speed: 1 });
    const pieces = piecesOf(own);
    live.session.handle({ is: 'replay-pieces', pieces: pieces.slice(0, 1), complete: false });
    live.run(2);
    expect(live.tick().replay!.atUs).toBe(pieces[0].tUs.at(-1));
    live.session.handle({ is: 'replay-pieces', pieces: pieces.slice(1), complete: true });
    live.run(0.5);
    expect(live.tick().replay!.atUs).toBeGreaterThan(1.4e6);
    const leaf = wherry.sensors.find((s) => s.id === 'leaves')!.calibration!;
    const counts = live.tick().counts;
    expect(counts[0]).toBe(3000);
    expect(counts[1]).toBe(Math.round(leaf.is === 'touch' ? leaf.lanes[0].untouched : NaN));
    expect(live.messages().some(([status]) => status >> 4 === 9)).toBe(false);
  });
});
