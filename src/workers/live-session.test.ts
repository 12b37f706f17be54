import { levelsOf } from '@/core/ways/level/level-of';
import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { calibrateTakes } from '@/core/testing/calibrate-takes';
import type { LevelCalibration } from '@/core/ways/level/calibration';
import { LEVEL_STEPS } from '@/core/ways/level/steps';
import { bellowsOf } from '@/core/testing/bellows';
import { breathController } from '@/core/testing/identity-response';
import { kindOf } from '@/core/kinds/registry';
import { workingsOf } from '@/core/kinds/workings-registry';
import { withButton } from '@/core/instrument/with-button';
import { newInstrument } from '@/core/instrument/create';
import type { Instrument } from '@/core/instrument/document';
import { FrameQueue } from '@/board/board';
import { PracticeBoard } from '@/board/practice';
import { analysis } from './analysis';
import type { FromLive, ToLive } from './live-protocol';
import { LiveSession } from './live-session';

/** A session driven by a clock of its own, thirty times a second. */
function drive(instrument: Instrument, seed = 3) {
  const heard: FromLive[] = [];
  const session = new LiveSession(instrument, seed, (m) => heard.push(m), 'test', 0);
  let nowUs = 0;
  return {
    session,
    heard,
    run(seconds: number, stepUs = 33_000) {
      for (const until = nowUs + seconds * 1e6; nowUs < until;) session.advance((nowUs += stepUs));
    },
    events: () => heard.flatMap((m) => (m.is === 'events' ? m.events : [])),
    last: () => heard.filter((m) => m.is === 'tick').at(-1)!,
  };
}
const whole = (): Instrument => JSON.parse(readFileSync('demo/wherry.json', 'utf8'));
const wherry = () => bellowsOf(whole());

describe('a live session', () => {
  it('plays a note for the hand on the practice board, and ends it when the hand lets go', () => {
    const live = drive(wherry());
    live.run(0.5);
    live.session.handle({ is: 'hand', sensor: 'bellows', lane: 0, strength: 0.4 });
    live.run(0.5);
    live.session.handle({ is: 'hand', sensor: 'bellows', lane: 0, strength: null });
    live.run(0.5);
    const notes = live.events().filter((e) => [0x80, 0x90].includes(e.bytes[0]));
    expect(notes.map((e) => e.bytes[0])).toEqual([0x90, 0x80]);
    expect(live.last().rateHz).toBe(1000);
    expect(live.last().lost).toBe(0);
  });
  it('shows the lowest and highest count of every few milliseconds, and rest only while nobody plays', () => {
    const live = drive(wherry());
    const looks = () => live.heard.flatMap((m) => (m.is === 'tick' ? m.rest : []));
    const seen = () => {
      const { counts, columns } = live.last();
      const lows = columns.filter((_, i) => i % 2 === 0);
      const highs = columns.filter((_, i) => i % 2 === 1);
      return { count: counts[0], low: Math.min(...lows), high: Math.max(...highs) };
    };
    live.run(1.02);
    expect(looks().at(-1)!.stats!.rest).toBeCloseTo(2042, -1);
    expect(seen().high - seen().low).toBeLessThan(60);
    live.session.handle({ is: 'hand', sensor: 'bellows', lane: 0, strength: 0.4 });
    live.run(0.5, 500_000);
    expect(looks().at(-1)).toEqual({ column: 0, stats: null });
    expect(seen().high).toBeGreaterThan(seen().low + 200);
    expect(seen().high).toBeGreaterThanOrEqual(seen().count);
  });
  it('ends what sounds on Silence, and when the instrument becomes another; other settings leave it', () => {
    const other = (change: Partial<Instrument>): ToLive => ({
      is: 'instrument',
      instrument: { ...wherry(), ...change },
    });
    const messages: [ToLive, number][] = [
      [{ is: 'silence' }, 1],
      [other({ voices: [] }), 1],
      [other({ zones: [{ is: 'single', id: 'main', channel: 9 }] }), 0],
    ];
    for (const [message, ended] of messages) {
      const live = drive(wherry());
      live.session.handle({ is: 'hand', sensor: 'bellows', lane: 0, strength: 0.4 });
      live.run(0.5);
      live.session.handle(message);
      live.run(0.05);
      expect(live.events().filter((e) => e.bytes[0] === 0x80)).toHaveLength(ended);
    }
  });
  it('measures rest and reach while the board’s button is held, and tells them as calibrations', () => {
    const own = withButton(
      whole(),
      whole().sensors.find((s) => s.id === 'knee')!,
      true,
    );
    const live = drive(own);
    const hand = (sensor: string, strength: number | null) =>
      live.session.handle({ is: 'hand', sensor, lane: 0, strength });
    live.run(1);
    hand('knee', 1);
    live.run(1.5);
    expect(live.last().button).toEqual({ is: 'play', lit: true });
    hand('thumb', 0.5);
    live.run(0.6);
    const pressed = live.last().counts[11];
    hand('thumb', null);
    live.run(0.4);
    hand('knee', null);
    live.run(0.4);
    expect(live.last().button).toEqual({ is: 'taken', lit: false });
    const [{ calibrations }] = live.heard.filter((m) => m.is === 'learnt');
    const { lanes, method } = calibrations.thumb as LevelCalibration;
    expect(Math.abs(lanes[0].rest + lanes[0].up.reach - pressed)).toBeLessThan(120);
    expect(method).toContain('by the button on the instrument');
    expect(calibrations).not.toHaveProperty('tilt');
    live.run(2);
    expect(live.last().button).toBeNull();
  });
  it('records a whole guided run in pieces of at most a second, from which a calibration follows', () => {
    const live = drive(newInstrument('new', 'New', '2026-11-25T00:00:00Z'));
    live.session.handle({ is: 'guide', sensor: 'breath', steps: [...LEVEL_STEPS], known: null });
    live.run(90);
    expect(
      live.heard.at(-1)!.is === 'tick' && live.heard.some((m) => m.is === 'guide-ends' && m.finished),
    ).toBe(true);
    const begun = live.heard.flatMap((m) => (m.is === 'take-begins' ? [m] : []));
    expect(begun.map((m) => m.of!.role)).toEqual(['rest', 'soft', 'medium', 'loud', 'full']);
    const pieces = live.heard.flatMap((m) => (m.is === 'take-piece' ? [m] : []));
    for (const p of pieces) expect(p.tUs.at(-1)! - p.tUs[0]).toBeLessThanOrEqual(1e6);
    const takes = begun.map(({ take, of }) => {
      const own = pieces.filter((p) => p.take === take);
      return {
        id: take,
        role: of!.role,
        tUs: own.flatMap((p) => [...p.tUs]),
        counts: own.flatMap((p) => [...p.counts]),
      };
    });
    for (const t of takes) expect(t.tUs.every((x, i) => x === i * 1000)).toBe(true);
    const result = calibrateTakes({ bits: 12, sensor: 'breath', lane: 'breath', takes });
    expect(result.ok && result.value.readings.missedSoft).toMatchObject({ missed: 0, of: 20 });
  });
  it('goes on another day with a bank’s take that was stopped, where it was: no lane is played again, none is missing', () => {
    const cairn: Instrument = JSON.parse(readFileSync('demo/cairn.json', 'utf8'));
    const stones = cairn.sensors.find((s) => s.id === 'stones')!;
    const { steps } = kindOf(stones);
    const [rest, soft] = [steps[0], steps.find((s) => s.role === 'soft')!];
    const guide = (more: object = {}): ToLive => ({
      ...{ is: 'guide', sensor: stones.id, steps: [rest, soft], known: null },
      ...more,
    });
    const piecesOf = (heard: FromLive[], take: string) =>
      heard.flatMap((m) => (m.is === 'take-piece' && m.take === take ? [m] : []));
    const first = drive(cairn);
    first.session.handle(guide());
    first.run(0.1);
    const played = () => first.last().guide?.lanes?.filter((n) => n > 0).length ?? 0;
    for (let i = 0; i < 400 && played() < 4; i++) first.run(0.1);
    first.session.handle({ is: 'stop-guide' });
    const [{ take, done }] = first.heard.filter((m) => m.is === 'take-stopped');
    expect(done.filter((n) => n > 0).length).toBeGreaterThanOrEqual(4);
    expect(done.some((n) => n === 0)).toBe(true);
    const before = piecesOf(first.heard, take);
    const endUs = before.at(-1)!.tUs.at(-1)!;
    const second = drive(cairn, 9);
    const resumes = { take, role: 'soft', pieces: before.length, endUs, done };
    second.session.handle(guide({ resumes }));
    for (let i = 0; i < 600 && !second.heard.some((m) => m.is === 'guide-ends'); i++) second.run(0.1);
    const ended = second.heard.filter((m) => m.is === 'take-ends').find((m) => m.take === take)!;
    const pieces = [...before, ...piecesOf(second.heard, take)];
    expect(pieces.map(({ n }) => n)).toEqual(Array.from({ length: ended.pieces }, (_, n) => n));
    const tUs = pieces.flatMap((p) => [...p.tUs]);
    const steps_ = tUs.slice(1).map((t, i) => t - tUs[i]);
    expect(Math.min(...steps_)).toBeGreaterThan(0);
    expect(Math.max(...steps_)).toBeLessThan(3000);
    const takeOf = (id: string, role: 'rest' | 'soft', own: typeof pieces) => ({
      ...{ id, role, channels: stones.lanes.map((l) => l.column!) },
      tUs: Float64Array.from(own.flatMap((p) => [...p.tUs])),
      counts: Uint16Array.from(own.flatMap((p) => [...p.counts])),
    });
    const restTake = second.heard.find((m) => m.is === 'take-begins')!.take;
    const report = workingsOf(stones).calibrate({
      board: cairn.boards[0],
      sensor: stones,
      takes: [takeOf('rest', 'rest', piecesOf(second.heard, restTake)), takeOf('soft', 'soft', pieces)],
    });
    const lanes = report.ok && report.value.is === 'bank' ? report.value.readings.lanes : [];
    expect(lanes.map((l) => l.gestures >= 2)).toEqual(stones.lanes.map(() => true));
  });
  it('drops the take of a run that is stopped', () => {
    const live = drive(wherry());
    live.session.handle({ is: 'guide', sensor: 'bellows', steps: [...LEVEL_STEPS], known: null });
    live.run(3);
    live.session.handle({ is: 'stop-guide' });
    expect(live.heard.slice(-2).map((m) => m.is)).toEqual(['take-dropped', 'guide-ends']);
  });
  it('says when it lies still, and counts what was lost while it slept', () => {
    const live = drive(wherry());
    live.run(5);
    const looks = live.heard.flatMap((m) => (m.is === 'tick' ? m.rest : []));
    expect(looks.length).toBeGreaterThan(6);
    expect(looks.at(-1)!.stats!.noise).toBeCloseTo(3, 0);
    live.session.advance(30e6);
    expect(live.last().lost).toBeGreaterThan(20_000);
  });
  it('hears the flicker at rest that the analysis finds in the same counts', () => {
    const instrument = wherry();
    // A dead zone of nothing lets the noise at rest through to a controller of fine steps.
    for (const { up, down } of levelsOf(instrument.sensors[0])!.lanes) up.dead = down!.dead = 0;
    instrument.voices = [breathController({ source: { sensor: 'bellows', port: 'breath' }, bits: 14 })];
    const live = drive(instrument, 8);
    live.run(10);
    const board = new PracticeBoard(instrument, 8);
    const queue = new FrameQueue(1, 20_000);
    board.advance(live.last().tUs, queue);
    const counts: number[] = [];
    const frame = new Uint16Array(1);
    while (queue.shift(frame)) counts.push(frame[0]);
    const rest = {
      id: 'r',
      role: 'rest' as const,
      channels: ['bellows'],
      tUs: Float64Array.from(counts, (_, i) => i * 1000),
      counts: Uint16Array.from(counts),
    };
    const { flicker } = analysis.sends(
      { instrument, sensor: instrument.sensors[0], port: 'breath', lanes: [0] },
      [rest],
    );
    // A 14-bit controller begins with two messages.
    const heard = live.events().length - 2;
    expect(heard).toBeGreaterThan(1000);
    expect(flicker! * ((counts.length - 1) / 60_000)).toBeCloseTo(heard, 6);
  });
});
