import { describe, expect, it } from 'vitest';
import { POST as calibrate } from '@/app/api/calibrate/route';
import { POST as prove } from '@/app/api/prove/route';
import { writeTakeCsv } from '@/core/exchange/takes/take-csv';
import type { Instrument } from '@/core/instrument/document';
import type { NoteVoice } from '@/core/instrument/voices';
import { kindOf } from '@/core/kinds/registry';
import { writeSmf } from '@/core/midi/smf';
import { playBoards } from '@/core/prove/play-take';
import { heardEvents } from '@/core/prove/sounded';
import { random } from '@/core/signal/random';
import type { Frames } from '@/core/signal/take';
import { bankNotes, touchPads } from '@/core/testing/bank-instruments';
import { breathNote, identityInstrument, levelWith, oneSided } from '@/core/testing/identity-response';
import {
  instrumentOfMagnets,
  physicalMagnets,
  playedMagnets,
  takeOfMagnets,
} from '@/core/testing/physical-magnets';
import { stringCount, strings } from '@/core/testing/strings';

const ask = async (route: (request: Request) => Promise<Response>, body: object) => {
  const response = await route(
    new Request('http://127.0.0.1/api', {
      method: 'POST',
      headers: { host: '127.0.0.1', 'content-type': 'application/json' },
      body: JSON.stringify(body),
    }),
  );
  return { status: response.status, body: await response.json() };
};
const csvOf = (take: Frames) => writeTakeCsv(take).replace(/^#.*\n/gm, '');
const base64 = (bytes: Uint8Array) => Buffer.from(bytes).toString('base64');

/** Frames 1 ms apart. @param at count of a column at a time, ms */
function frames(
  channels: string[],
  ms: number,
  at: (column: number, ms: number) => number,
  everyMs = 1,
): Frames {
  const n = Math.floor(ms / everyMs);
  const r = random(7);
  return {
    channels,
    tUs: Float64Array.from({ length: n }, (_, i) => 1000 * everyMs * i),
    counts: Uint16Array.from({ length: n * channels.length }, (_, i) =>
      Math.max(0, Math.round(at(i % channels.length, everyMs * Math.floor(i / channels.length)) + r.gauss())),
    ),
  };
}

/** A hand on a lane from one ms to another. */
interface Touch {
  lane: number;
  from: number;
  to: number;
}
const touched = (all: readonly Touch[], lane: number, ms: number): boolean =>
  all.some((own) => own.lane === lane && ms >= own.from && ms < own.to);

describe('POST /api/prove, by the jobs', () => {
  it('J01: of keys with magnets, one that is pressed short of its strike depth is missed, one that hangs is stuck', async () => {
    const r = random(5);
    const bed = physicalMagnets(r, 12);
    const own = instrumentOfMagnets(bed);
    const [sensor] = own.sensors;
    const takes = [
      takeOfMagnets(r, bed, 'rest', [], 3),
      takeOfMagnets(
        r,
        bed,
        'slow',
        playedMagnets(r, bed, 1, () => 0.8),
      ),
      takeOfMagnets(
        r,
        bed,
        'soft',
        playedMagnets(r, bed, 2, () => 0.12),
      ),
      takeOfMagnets(
        r,
        bed,
        'loud',
        playedMagnets(r, bed, 2, () => 0.015),
      ),
    ];
    const { body: measured } = await ask(calibrate, {
      board: { bits: bed.bits },
      sensor: {
        id: sensor.id,
        kind: sensor.kind,
        lanes: sensor.lanes.map(({ id, column }) => ({ id, column })),
      },
      takes: takes.map((take) => ({ role: take.role, csv: csvOf(take) })),
    });
    sensor.calibration = measured.calibration;
    own.voices = kindOf(sensor).firstVoices(sensor, 'main');
    const strokes = playedMagnets(r, bed, 2, () => 0.05);
    // Key 4 no longer reaches its bottom; key 7 comes up for good only a second after it was let go.
    const worn = bed.keys.map((key, i) => (i === 4 ? { ...key, gain: 0.45 * key.gain } : key));
    const hung = strokes.map((q) => (q.key === 7 ? { ...q, held: q.held + 1 } : q));
    const played = takeOfMagnets(random(5), { ...bed, keys: worn }, 'medium', hung);
    const intended = strokes.map((q) => ({
      tUs: Math.round(1e6 * q.at),
      toUs: Math.round(1e6 * (q.at + q.down + q.held)),
      lane: `k${q.key}`,
    }));
    const { status, body } = await ask(prove, { instrument: own, csv: csvOf(played), intended });
    expect(status, JSON.stringify(body).slice(0, 500)).toBe(200);
    expect(body).toMatchObject({ by: 'c-runtime', identical: true, intended: strokes.length });
    expect(
      new Set(
        body.moments.filter((m: { is: string }) => m.is === 'missed').map((m: { lane: string }) => m.lane),
      ),
    ).toEqual(new Set(['k4']));
    expect(
      new Set(
        body.moments.filter((m: { is: string }) => m.is === 'stuck').map((m: { lane: string }) => m.lane),
      ),
    ).toEqual(new Set(['k7']));
    expect(body.counts).toMatchObject({ phantom: { n: 0 }, doubled: { n: 0 }, wrong: { n: 0 } });
  });

  it('J07: a finger that lands flat and pulls the pitch in begins the neighbour by frets; pulled in it is one note, off at first and true after', async () => {
    const zone = { is: 'single', id: 'main', channel: 1, bendRange: 12 } as const;
    const [fretted, pulled] = (['fretted', 'pull-in'] as const).map((school) => strings(1, { school }, zone));
    const place = (note: number) => (note - 48) / 24;
    const touches = [55, 60, 62, 67, 64].map((note, i) => ({
      note,
      from: 400 + 900 * i,
      to: 1000 + 900 * i,
    }));
    const take = frames(['s0'], 5000, (_, ms) => {
      const own = touches.find(({ from, to }) => ms >= from && ms < to);
      if (!own) return 0;
      // 0.8 semitones flat, there in 120 ms.
      return stringCount(place(own.note - 0.8 * Math.max(0, 1 - (ms - own.from) / 120)));
    });
    const intended = touches.map(({ note, from }) => ({ tUs: 1000 * from, note }));
    const { body } = await ask(prove, { instrument: pulled, csv: csvOf(take), intended, against: fretted });
    expect(body.pitch.n).toBe(5);
    expect(Math.abs(body.pitch.onset.median)).toBeGreaterThan(40);
    expect(body.pitch.after.p95).toBeLessThan(15);
    expect(body.counts.phantom.n).toBe(0);
    // By frets every touch has a note too many.
    expect(
      body.against.errors.phantom.before +
        body.against.errors.passing.before +
        body.against.errors.doubled.before,
    ).toBe(5);
  });

  it('J11: a toy board that is scanned 50 times a second is late by its scan, and two keys at once are both answered', async () => {
    const pads = touchPads(Array.from({ length: 13 }, (_, i) => 60 + i));
    const instrument: Instrument = { ...identityInstrument([bankNotes(pads, 'touch')]), sensors: [pads] };
    instrument.boards[0].scanHz = 50;
    const touches = Array.from({ length: 24 }, (_, i): Touch[] => {
      const from = 1707 + 413 * i;
      return [0, i % 3 === 0 ? 4 : 0].map((up) => ({ lane: (i * 5 + up) % 13, from, to: from + 190 }));
    }).flat();
    const take = frames(
      pads.lanes.map(({ column }) => column!),
      12_500,
      (lane, ms) => (touched(touches, lane, ms) ? 400 : 300),
      20,
    );
    const { body } = await ask(prove, { instrument, csv: csvOf(take) });
    expect(body.freezes).toEqual({ n: 0, longestMs: 0, atUs: null });
    expect(body.counts.missed).toMatchObject({
      n: 0,
      of: new Set(touches.map(({ lane, from }) => `${lane} ${from}`)).size,
    });
    expect(body.latency.parts.scan + body.latency.parts.rise).toBeGreaterThan(5);
    const listed = await ask(prove, {
      instrument,
      csv: csvOf(take),
      marks: touches.map(({ from }) => 1000 * from),
    });
    expect(listed.body.counts.missed.n).toBeLessThanOrEqual(touches.length - listed.body.notes);
  });

  it('J14: two valves that land apart pass another note; a settle time is tried on the same take, and cures it', async () => {
    const valves = touchPads([0, 1, 2]);
    const note: NoteVoice = breathNote(0, {
      pitch: {
        ...{ is: 'fingering', unassigned: 'hold', settleMs: 0 },
        fingers: [{ source: { sensor: 'pads', port: 'touch' } }],
        table: ['000', '010', '100', '110', '011', '101', '111', '001'].map((keys, i) => ({
          keys,
          note: 70 - i,
        })),
      },
      velocity: { is: 'fixed', value: 90 },
    });
    const instrument = identityInstrument([note]);
    instrument.sensors[0].calibration = levelWith(oneSided, { noise: 2 });
    instrument.sensors.push(valves);
    const changes = Array.from({ length: 9 }, (_, i) => 900 + 700 * i);
    const fingers = changes.flatMap((at): Touch[] => [
      { lane: 0, from: at, to: at + 350 },
      { lane: 1, from: at + 22, to: at + 370 },
    ]);
    const breath = changes.map((at): Touch => ({ lane: 0, from: at - 200, to: at + 280 }));
    const take = frames(['breath', 'p0', 'p1', 'p2'], 7500, (column, ms) =>
      column === 0 ? (touched(breath, 0, ms) ? 1500 : 1000) : touched(fingers, column - 1, ms) ? 400 : 300,
    );
    const asked = { instrument, csv: csvOf(take) };
    const { body } = await ask(prove, asked);
    expect(body.counts.passing.n).toBe(9);
    const finding = body.findings.find(({ code }: { code: string }) => code === 'passing');
    const [{ tries }] = finding.cures;
    expect(tries[0].values.settleMs).toBeGreaterThan(22);
    const cured = await ask(prove, { ...asked, changes: tries });
    expect(cured.body.tried.counts.passing.n).toBe(0);
    expect(cured.body.tried.versus.errors.passing).toMatchObject({ before: 9, now: 0, verdict: 'better' });
  });
});

describe('POST /api/prove', () => {
  const pads = touchPads([60, 62, 64, 65]);
  const instrument: Instrument = { ...identityInstrument([bankNotes(pads, 'touch')]), sensors: [pads] };
  const touches = Array.from({ length: 16 }, (_, i): Touch => ({
    lane: (i * 3 + (i >> 2)) % 4,
    from: 600 + 350 * i,
    to: 800 + 350 * i,
  }));
  const take = frames(
    pads.lanes.map(({ column }) => column!),
    6600,
    (lane, ms) => (touched(touches, lane, ms) ? 400 : 300),
  );
  const csv = csvOf(take);
  const events = heardEvents(playBoards(instrument, take)!);
  const file = (shiftUs: number, change = (bytes: number[]) => bytes) =>
    base64(
      writeSmf(
        events.map(({ tUs, bytes }) => ({ tUs: tUs + shiftUs, bytes: change(bytes) })),
        0,
        'file',
      ),
    );

  it('takes what was meant, and what came from the board, as MIDI files', async () => {
    const wrong = (bytes: number[]) => (bytes[1] === 64 && bytes[0] === 0x90 ? [0x90, 71, bytes[2]] : bytes);
    const { body } = await ask(prove, { instrument, csv, meant: file(5e6, wrong), capture: file(12e6) });
    expect(body.counts.wrong.n).toBe(touches.filter(({ lane }) => lane === 2).length);
    expect(body.capture).toMatchObject({ same: events.length, differences: [] });
  });

  it('refuses files of another tune, cut short or no files, marks that are no numbers, and changes that nothing has', async () => {
    const tune = writeSmf(
      Array.from({ length: 40 }, (_, i) => ({ tUs: 93_000 * i, bytes: [0x90, 30 + ((7 * i) % 12), 90] })),
      0,
      'other',
    );
    const refusals: [object, string][] = [
      [{ meant: base64(tune) }, 'meant'],
      [{ capture: base64(tune) }, 'capture'],
      [{ meant: base64(tune.subarray(0, 60)) }, 'meant.byte 60'],
      [{ meant: 'AAAA' }, 'meant.byte 0'],
      [{ meant: 'not base64!' }, 'meant'],
      [{ marks: ['soon'] }, 'marks'],
      [{ intended: [{ note: 60 }] }, 'intended.0.tUs'],
      [{ changes: [{ is: 'gate', sensor: 'pads', values: { on: -3 } }] }, 'changes.0.values.on'],
      [{ changes: [{ is: 'wish' }] }, 'changes.0'],
      [{ changes: [{ is: 'gate', sensor: 'nobody', values: { on: 30 } }] }, 'changes.0.sensor'],
      [{ changes: [{ is: 'voice', voice: 'nobody', values: {} }] }, 'changes.0.voice'],
      [{ intended: [{ tUs: 5, sensor: 'pads', lane: 'p9' }] }, 'intended.0.lane'],
      [{ against: { name: 'x' } }, 'against'],
    ];
    for (const [more, field] of refusals) {
      const { status, body } = await ask(prove, { instrument, csv, ...more });
      expect(status, JSON.stringify(more).slice(0, 80)).toBe(422);
      expect(body.errors.map((e: { field: string }) => e.field).join(' '), JSON.stringify(body)).toContain(
        field,
      );
    }
  });

  it('gives it as a page to print, which runs nothing and says what it was told as text', async () => {
    const named = { ...instrument, name: '<script>alert(1)</script>' };
    const response = await prove(
      new Request('http://127.0.0.1/api', {
        method: 'POST',
        headers: { host: '127.0.0.1', 'content-type': 'application/json', accept: 'text/html' },
        body: JSON.stringify({ instrument: named, csv }),
      }),
    );
    expect(response.headers.get('content-security-policy')).toContain('sandbox');
    const html = await response.text();
    expect(html).toContain('The board’s C runtime sends the same bytes.');
    expect(html).toContain(`${touches.length} gestures that were meant`);
    expect(html).not.toContain('<script>');
  });

  it('marks that fit nothing are missed gestures, and what is played is phantom', async () => {
    const { body } = await ask(prove, { instrument, csv, marks: [100_000, 200_000, 6_400_000] });
    expect(body.counts.missed).toMatchObject({ n: 3, of: 3, rate: 1 });
    expect(body.counts.phantom.n).toBe(touches.length);
  });

  it('the beginning of a take is played on the emulated 8-bit chip', async () => {
    const { body } = await ask(prove, { instrument, csv, chip: true });
    expect(body.chip).toMatchObject([{ board: 'board', played: { frames: 3000, identical: true } }]);
    const [{ flashBytes, memoryBytes, played }] = body.chip;
    expect(flashBytes).toBeLessThan(32 * 1024);
    expect(memoryBytes).toBeLessThan(700);
    expect(played.slowestCycles).toBeGreaterThan(played.meanCycles);
  }, 90_000);
});
