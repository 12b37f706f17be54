import { expect, it } from 'vitest';
import { compile } from '../../compile/compile';
import type { NoteVoice } from '../../instrument/voices';
import { splitMessages } from '../../midi/messages';
import { bankNotes, instrumentOf, kneeSwitch, touchPads } from '../../testing/bank-instruments';
import { framesFrom } from '../../testing/play';
import { run } from '../run';

const POWER_UP = 100;

/** Notes of one pad with a knee switch beside it, as [ms, note-on or −note-off]. @param touched, pressed when, ms */
function play(voice: Partial<NoteVoice>, touched: [number, number][], pressed: [number, number][] = []) {
  const pads = touchPads([60]);
  const instrument = instrumentOf([pads, kneeSwitch()], [{ ...bankNotes(pads, 'touch'), ...voice }]);
  const during = (spans: [number, number][], ms: number) => spans.some(([from, to]) => ms >= from && ms < to);
  const take = framesFrom(
    instrument,
    Array.from({ length: POWER_UP + 1500 }, (_, i) => (during(touched, i - POWER_UP) ? 400 : 300)),
  );
  const edges = pressed
    .flatMap(([from, to]) => [
      [from, 1],
      [to, 0],
    ])
    .map(([ms, closed]) => ({ tUs: (ms + POWER_UP) * 1000 - 500, closed }));
  const withEdges = {
    ...take,
    edges: {
      contacts: ['knee'],
      tUs: Float64Array.from(edges, (e) => e.tUs),
      contact: new Uint16Array(edges.length),
      closed: Uint8Array.from(edges, (e) => e.closed),
    },
  };
  return run(compile(instrument), withEdges).flatMap(({ tUs, bytes }) =>
    splitMessages(bytes).map(([status, note]) => [
      Math.round(tUs / 1000 - POWER_UP),
      status >> 4 === 9 ? note : -note,
    ]),
  );
}
const knee = { sensor: 'knee', port: 'closed' };

it('two gates that must both be open: it begins with the later and ends with the earlier', () => {
  expect(play({ and: knee }, [[100, 300]], [[200, 400]])).toEqual([
    [200, 60],
    [300, -60],
  ]);
  expect(play({ and: knee }, [[200, 400]], [[100, 300]])).toEqual([
    [200, 60],
    [300, -60],
  ]);
  expect(play({ and: knee }, [[100, 200]], [[300, 400]])).toEqual([]);
});

it('a note that lasts for a time ends then, however long it is touched, and is struck anew meanwhile', () => {
  // Slow ticks of 16.4 ms.
  const [[begins, on], [ends, off]] = play({ lastsMs: 300 }, [[100, 900]]);
  expect([begins, on, off]).toEqual([100, 60, -60]);
  expect(Math.abs(ends - 400)).toBeLessThan(33);
  const short = play({ lastsMs: 300 }, [[100, 120]]);
  expect(Math.abs(short[1][0] - 400)).toBeLessThan(33);
  expect(
    play({ lastsMs: 300 }, [
      [100, 120],
      [200, 220],
    ]).map(([, note]) => note),
  ).toEqual([60, -60, 60, -60]);
});

it('a note that is held ends when both its gate and what holds it have closed', () => {
  expect(play({ heldBy: knee }, [[100, 200]], [[150, 400]])).toEqual([
    [100, 60],
    [400, -60],
  ]);
  expect(play({ heldBy: knee }, [[100, 500]], [[150, 400]])).toEqual([
    [100, 60],
    [500, -60],
  ]);
});

it('of a bank one lane alone can open a note, let it through or hold it', () => {
  const pads = touchPads([60, 62, 64]);
  const own = (voice: Partial<NoteVoice>) => {
    const knee = kneeSwitch();
    const instrument = instrumentOf(
      [pads, knee],
      [{ ...bankNotes(knee, 'closed', { pitch: { is: 'fixed', note: 36 } }), ...voice }],
    );
    // Pads are touched one after another, 100 ms each; the knee is closed from 50 to 350 ms.
    const touched = (i: number, lane: number) => Math.floor((i - POWER_UP) / 100) === lane + 1;
    const take = framesFrom(
      instrument,
      Array.from({ length: POWER_UP + 600 }, (_, i) =>
        [0, 1, 2].map((lane) => (touched(i, lane) ? 400 : 300)),
      ),
    );
    const edges = {
      contacts: ['knee'],
      tUs: Float64Array.of((POWER_UP + 50) * 1000, (POWER_UP + 350) * 1000),
      contact: Uint16Array.of(0, 0),
      closed: Uint8Array.of(1, 0),
    };
    return run(compile(instrument), { ...take, edges }).flatMap(({ tUs, bytes }) =>
      splitMessages(bytes).map(([status, note]) => [
        Math.round(tUs / 1000 - POWER_UP),
        status >> 4 === 9 ? note : -note,
      ]),
    );
  };
  const near = (played: number[][], wanted: number[][]) => {
    expect(played.map(([, note]) => note)).toEqual(wanted.map(([, note]) => note));
    // A contact's bounce is waited for.
    played.forEach(([ms], i) => expect(Math.abs(ms - wanted[i][0])).toBeLessThanOrEqual(11));
  };
  const second = { sensor: pads.id, port: 'touch', lane: 'p1' };
  near(own({ and: second }), [
    [200, 36],
    [300, -36],
  ]);
  near(own({ heldBy: { ...second, lane: 'p2' } }), [
    [50, 36],
    [400, -36],
  ]);
  near(own({ gate: second, pitch: { is: 'lane' } }), [
    [200, 62],
    [300, -62],
  ]);
});
