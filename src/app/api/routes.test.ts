import AdmZip from 'adm-zip';
import { strFromU8 } from 'fflate';
import fc from 'fast-check';
import { parseMidi } from 'midi-file';
import { readFileSync } from 'node:fs';
import { gzipSync } from 'node:zlib';
import { beforeAll, describe, expect, it } from 'vitest';
import { POST as calibrate } from '@/app/api/calibrate/route';
import { GET as demo } from '@/app/api/demo/route';
import { POST as firmware } from '@/app/api/firmware/route';
import { POST as listen } from '@/app/api/listen/route';
import { POST as plan } from '@/app/api/plan/route';
import { POST as prove } from '@/app/api/prove/route';
import { POST as render } from '@/app/api/render/route';
import { GET as schema } from '@/app/api/schema/route';
import { bankNotes, instrumentOf, touchPads } from '@/core/testing/bank-instruments';
import { bellowsOf } from '@/core/testing/bellows';
import { stringCount, strings } from '@/core/testing/strings';
import { makeRun } from '@/core/testing/takes-by-formula';
import { writeTakeCsv } from '@/core/exchange/takes/take-csv';
import { many } from '@/core/testing/many';

const post = (body: unknown, headers: Record<string, string> = {}) =>
  new Request('http://127.0.0.1/api', {
    method: 'POST',
    headers: { host: '127.0.0.1', 'content-type': 'application/json', ...headers },
    body: typeof body === 'string' ? body : JSON.stringify(body),
  });
const get = () => new Request('http://127.0.0.1/api', { headers: { host: '127.0.0.1' } });
const take = (role: string) => readFileSync(`demo/wherry-bellows-${role}.csv`, 'utf8');
const whole = (name: string) => JSON.parse(readFileSync(`demo/${name}.json`, 'utf8'));
const wherry = () => bellowsOf(whole('wherry')) as ReturnType<typeof JSON.parse>;
const ROLES = ['rest', 'soft', 'medium', 'loud', 'full'];
const job = (over: object = {}) => ({
  board: { bits: 12, supplyVolts: 3.3 },
  sensor: { id: 'bellows', kind: 'breath-gauge', channel: 'bellows' },
  takes: ROLES.map((role) => ({ role, csv: take(role) })),
  ...over,
});

describe('POST /api/calibrate', () => {
  it('calibrates the demonstration takes as the design’s example reads', async () => {
    const response = await calibrate(post(job()));
    expect(response.status).toBe(200);
    const { calibration, readings, findings } = await response.json();
    const side = { reach: expect.any(Number), dead: expect.any(Number), on: expect.any(Number) };
    expect(calibration).toMatchObject({
      ...{ is: 'level', polarity: 'rising', method: expect.any(String) },
      lanes: [{ lane: 'bellows', noise: expect.any(Number), up: side, down: side }],
    });
    expect(calibration.lanes[0].rest).toBeCloseTo(2041.8, 0);
    expect(readings.missedSoft).toEqual({ missed: 0, of: 20, upTo: expect.closeTo(0.139, 3) });
    expect(readings.falseTriggersPerHour).toBeLessThan(0.1);
    expect(readings.levels).toBeGreaterThan(50);
    expect(findings).toEqual([]);
  });
  it('takes sweeps of a pot, and touches of a ribbon at its marks, as the design’s table of takes has them', async () => {
    const csv = (levels: number[]) => `t_us,a\n${levels.map((l, i) => `${1000 * i},${l}`).join('\n')}`;
    const at = (count: number, ms: number) => new Array<number>(ms).fill(count);
    const ramp = (from: number, to: number) =>
      at(0, 400).map((_, i) => Math.round(from + ((to - from) * i) / 400));
    const board = { bits: 10, supplyVolts: 3.3 };
    const sensor = { id: 'a', channel: 'a' };
    const pot = await calibrate(
      post({
        ...{ board, sensor: { ...sensor, kind: 'pot' } },
        takes: [{ role: 'sweep', csv: csv([...at(20, 500), ...ramp(20, 1000), ...at(1000, 500)]) }],
      }),
    );
    const { calibration: travel } = await pot.json();
    expect(travel).toMatchObject({ is: 'travel', polarity: 'rising', lanes: [{ lane: 'a' }] });
    expect(travel.lanes[0].low).toBeGreaterThanOrEqual(20);
    expect(travel.lanes[0].high).toBeLessThanOrEqual(1000);
    const places = [0.2, 0.5, 0.8];
    const touched = places.flatMap((p) => [...at(1000 * p, 300), ...at(0, 200)]);
    const ribbon = {
      ...{ board, sensor: { ...sensor, kind: 'ribbon', facts: { mm: 300, octaves: 1 } } },
      takes: [
        { role: 'rest', csv: csv(at(0, 500)) },
        { role: 'places', places, csv: csv([...at(0, 200), ...touched]) },
      ],
    };
    const { calibration: place } = await (await calibrate(post(ribbon))).json();
    expect(place.lanes[0].map).toEqual(places.map((p) => ({ place: p, count: 1000 * p })));
    const more = {
      ...ribbon,
      takes: [ribbon.takes[0], { ...ribbon.takes[1], places: [0.2, 0.4, 0.6, 0.8] }],
    };
    const refused = await calibrate(post(more));
    expect(refused.status).toBe(422);
    expect((await refused.json()).errors[0]).toMatchObject({ field: 'takes.1' });
    const wild = { ...ribbon, sensor: { ...ribbon.sensor, facts: { mm: -1 } } };
    expect((await (await calibrate(post(wild))).json()).errors[0].field).toBe('sensor.facts.mm');
  });
  it('takes recordings of another board: ten bits, one-sided, time in ms, a column among others', async () => {
    const takes = makeRun(100, 1, { seed: 4 }).map((t) => {
      const lines = Array.from(
        t.counts,
        (c, i) => `${(t.tUs[i] / 1000).toFixed(0)};7;${Math.min(1023, Math.round(c / 2))}`,
      );
      return { role: t.role, csv: ['t_ms;knob;breath', ...lines].join('\n') };
    });
    const body = job({
      board: { bits: 10 },
      sensor: { id: 'b', kind: 'breath-gauge', channel: 'breath' },
      takes,
    });
    const { calibration, readings } = await (await calibrate(post(body))).json();
    expect(calibration.lanes[0].down).toBeNull();
    expect(calibration.lanes[0].rest).toBeCloseTo(50, 0);
    expect(readings.missedSoft.of).toBe(20);
  });
  it('takes bare lines, as a sketch prints them: a column without a name is the sensor’s', async () => {
    const bare = (csv: string) => csv.replace(/^(#.*|t_us.*)\n/gm, '').replace(/^\d+,/gm, '');
    const { readings } = await (
      await calibrate(post(job({ takes: ROLES.map((role) => ({ role, csv: bare(take(role)) })) })))
    ).json();
    expect(readings.missedSoft.of).toBe(20);
    const played = await render(post({ instrument: wherry(), csv: bare(take('soft')) }));
    expect((await played.json()).metrics.notes).toBe(20);
  });
  it('takes marks, and says which lines of a take it left out', async () => {
    const soft = take('soft').split('\n');
    soft[100] = 'nonsense';
    const takes = [
      { role: 'rest', csv: take('rest') },
      { role: 'soft', csv: soft.join('\n'), marks: [500_000, 1_500_000] },
      { role: 'loud', csv: take('loud') },
    ];
    const { readings, findings } = await (await calibrate(post(job({ takes })))).json();
    expect(readings.missedSoft.of).toBe(2);
    expect(findings[0]).toMatchObject({
      code: 'lines-left-out',
      says: expect.stringMatching(/^1 line was left out \(line 101/),
    });
  });
});

describe('malformed bodies are 4xx problem documents (RFC 9457) that name the field', () => {
  const cases: [string, unknown, number, string][] = [
    ['no JSON', '{', 400, ''],
    ['a list', [], 400, ''],
    ['nothing at all', {}, 422, 'board'],
    ['a board without bits', job({ board: {} }), 422, 'board.bits'],
    ['a board that is a list', job({ board: [] }), 422, 'board'],
    ['takes that are none', job({ takes: [] }), 422, 'takes'],
    ['a take that is null', job({ takes: [null] }), 422, 'takes'],
    ['an unknown role', job({ takes: [{ role: 'shout', csv: '' }] }), 422, 'takes.0.role'],
    [
      'a kind of another house',
      job({ sensor: { id: 'x', kind: 'sonar', channel: 'x' } }),
      422,
      'sensor.kind',
    ],
    ['an empty take', job({ takes: [{ role: 'rest', csv: '' }] }), 422, 'takes.0.csv'],
    [
      'a take without the channel',
      job({ takes: [{ role: 'rest', csv: 't_us,other\n0,1\n' }] }),
      422,
      'takes.0.csv',
    ],
    [
      'counts beyond the converter',
      job({ takes: [{ role: 'rest', csv: 't_us,bellows\n0,5000\n' }] }),
      422,
      'takes.0.csv',
    ],
    ['no rest take', job({ takes: [{ role: 'soft', csv: take('soft') }] }), 422, 'takes'],
    [
      'marks that are words',
      job({ takes: [{ role: 'rest', csv: take('rest'), marks: ['x'] }] }),
      422,
      'takes.0.marks',
    ],
  ];
  it.each(cases)('calibrate: %s', async (_, body, status, field) => {
    const response = await calibrate(post(body));
    expect(response.headers.get('content-type')).toBe('application/problem+json');
    const problem = await response.json();
    expect(problem).toMatchObject({ status, title: expect.any(String), detail: expect.any(String) });
    expect(response.status).toBe(status);
    expect(problem.errors[0].field).toBe(field);
  });
  it('render and firmware name the instrument’s own fields', async () => {
    const bad = wherry();
    bad.voices[0].controller = 140;
    for (const response of [
      await render(post({ instrument: bad, csv: take('soft') })),
      await firmware(post({ instrument: bad })),
    ]) {
      expect(response.status).toBe(422);
      expect((await response.json()).errors[0].field).toBe('instrument.voices.0.controller');
    }
    const noColumn = await render(post({ instrument: wherry(), csv: 't_us,other\n0,1\n' }));
    expect((await noColumn.json()).errors[0].field).toBe('csv');
  });
  it('a body over 16 MiB is refused before it is read through, said or not', async () => {
    expect((await render(post('{}', { 'content-length': String(17 * 2 ** 20) }))).status).toBe(413);
    expect((await render(post(`{"csv":"${'1'.repeat(17 * 2 ** 20)}"}`))).status).toBe(413);
    const { headers } = post('{}');
    expect((await render(new Request('http://127.0.0.1/', { method: 'POST', headers }))).status).toBe(400);
  });
  it('fields named as what every object has, and nesting without end, are refused by their path', async () => {
    const inSensor = JSON.stringify(job()).replace('"kind"', '"constructor":{},"kind"');
    const nested = JSON.stringify(job()).replace(
      '"board":{',
      `"board":{"x":${'['.repeat(60)}${']'.repeat(60)},`,
    );
    for (const [body, field] of [
      [inSensor, 'sensor.constructor'],
      [nested, `board.x${'.0'.repeat(30)}`],
    ]) {
      const response = await calibrate(post(body));
      expect(response.status).toBe(422);
      expect((await response.json()).errors[0].field).toBe(field);
    }
  });
  // Proving compiles C each time and firmware packs a folder, so they get fewer runs.
  it.each([
    ['calibrate', calibrate, 60],
    ['render', render, 60],
    ['firmware', firmware, 8],
    ['prove', prove, 8],
    ['plan', plan, 60],
    ['listen', listen, 60],
  ] as const)('never a 500, whatever is sent: %s', async (name, route, numRuns) => {
    const keys = fc.constantFrom(
      ...['board', 'sensor', 'takes', 'instrument', 'csv', 'phantomsPerHour', 'lanes', 'asked', 'switchedOn'],
    );
    const csv = 't_us,bellows\n0,1\n';
    const body =
      name === 'calibrate' ? job({ takes: [{ role: 'rest', csv }] }) : { instrument: wherry(), csv };
    await fc.assert(
      fc.asyncProperty(keys, fc.jsonValue(), async (key, value) => {
        expect((await route(post({ ...body, [key]: value }))).status).toBeLessThan(500);
      }),
      { numRuns: many(numRuns) },
    );
  });
});

describe('POST /api/listen', () => {
  const rows = (n: number, row: (i: number) => string) =>
    Array.from({ length: n }, (_, i) => row(i)).join('\n');
  const answer = async (body: object) => {
    const response = await listen(post(body));
    return { status: response.status, ...(await response.json()) };
  };
  it('reads the columns of a board that it knows nothing else of: one dead, one whole, time in ms', async () => {
    const csv = `t_ms;a;b\n${rows(2000, (i) => `${5 * i};0;${500 + ((i * 7) % 5)}`)}`;
    const { status, lanes, timing, findings } = await answer({ board: { bits: 10 }, csv });
    expect(status).toBe(200);
    expect(timing).toMatchObject({ periodUs: 5000, lost: 0 });
    expect(lanes.map((l: { lane: string; rest: number }) => [l.lane, Math.round(l.rest)])).toEqual([
      ['a', 0],
      ['b', 502],
    ]);
    expect(findings.map((f: { code: string; lane: string }) => [f.code, f.lane])).toEqual([['dead', 'a']]);
  });
  it('listens past a column of volts and says so; asked for it, it says what that column lacks', async () => {
    const csv = `t_ms,volts,pad\n${rows(400, (i) => `${i},${(1.5 + 0.01 * (i % 3)).toFixed(2)},${500 + (i % 3)}`)}`;
    const { status, lanes, findings } = await answer({ board: { bits: 10 }, csv });
    expect([status, lanes.map((l: { lane: string }) => l.lane)]).toEqual([200, ['pad']]);
    expect(findings[0]).toMatchObject({
      code: 'lines-left-out',
      says: 'volts holds no whole counts and was left out.',
    });
    const wanted = await answer({ board: { bits: 10 }, csv, lanes: [{ id: 'v', column: 'volts' }] });
    expect([wanted.status, wanted.errors[0]]).toEqual([
      422,
      { field: 'lanes', detail: expect.stringMatching(/^whole counts are required in column volts/) },
    ]);
  });
  it('reads an instrument’s lanes by its own names, and says what it cannot listen to', async () => {
    const { lanes } = await answer({ instrument: wherry(), csv: take('rest') });
    expect(lanes[0]).toMatchObject({ sensor: 'bellows', column: 'bellows', moves: false });
    const short = await answer({ board: { bits: 10 }, csv: 't_us,a\n0,1\n1000,2\n' });
    expect([short.status, short.errors[0]]).toEqual([
      422,
      { field: 'csv', detail: expect.stringMatching(/32 frames/) },
    ]);
    const lost = await answer({
      board: { bits: 10 },
      csv: take('rest').slice(0, 400),
      lanes: [{ id: 'x', column: 'x' }],
    });
    expect(lost.errors[0].field).toBe('csv');
    expect((await answer({ csv: take('rest') })).errors[0].field).toBe('board');
    const other = await answer({
      instrument: wherry(),
      csv: `t_us,other\n${rows(40, (i) => `${i * 1000},5`)}`,
    });
    expect(other.errors[0].detail).toMatch(/a column of the instrument is required/);
  });
});

describe('small requests that ask for much', () => {
  const listOf = (n: number, text: string) => `[${new Array(n).fill(text).join()}]`;
  const inInstrument = (field: string, list: string) =>
    JSON.stringify({ instrument: { ...wherry(), [field]: 0 }, csv: 't_us,bellows\n0,1\n' }).replace(
      `"${field}":0`,
      `"${field}":${list}`,
    );
  const undamped = () => {
    const [voice] = wherry().voices;
    Object.assign(voice, { perSecond: undefined });
    const voices = Array.from({ length: 250 }, (_, i) => ({ ...voice, id: `v${i}` }));
    const lines = Array.from({ length: 330_000 }, (_, i) => `${i * 1000},${(i * 997) % 4096}`);
    return JSON.stringify({
      instrument: { ...wherry(), voices, boards: [{ ...wherry().boards[0], midiBaud: 12_000_000 }] },
      csv: `t_us,bellows\n${lines.join('\n')}\n`,
    });
  };
  const attacks: [string, (request: Request) => Promise<Response>, () => string, string][] = [
    [
      '160 000 keys in an object',
      render,
      () => `{${Array.from({ length: 160_000 }, (_, i) => `"k${i}":1`).join()}}`,
      '',
    ],
    [
      'a million empty takes',
      calibrate,
      () => JSON.stringify(job({ takes: [] })).replace('[]', listOf(1e6, '{}')),
      'takes',
    ],
    ['80 000 empty voices', render, () => inInstrument('voices', listOf(80_000, '{}')), 'instrument.voices'],
    ['9999 empty voices', render, () => inInstrument('voices', listOf(9999, '{}')), 'instrument.voices'],
    [
      'a million numbers in many lists',
      render,
      () => inInstrument('log', listOf(9000, listOf(100, '1'))),
      'instrument.log',
    ],
    ['250 undamped controllers over 330 000 frames', render, undamped, 'csv'],
    ['the same, to be proven', prove, undamped, 'csv'],
  ];
  it.each(attacks)(
    '%s: refused by the field well before the server would give up, in a short answer',
    async (_, route, body, field) => {
      const began = performance.now();
      const response = await route(post(body()));
      const text = await response.text();
      expect(response.status).toBe(422);
      expect(performance.now() - began).toBeLessThan(20_000);
      expect(text.length).toBeLessThan(20_000);
      const { errors } = JSON.parse(text);
      expect(errors.length).toBeLessThanOrEqual(50);
      expect(errors[0].field.startsWith(field)).toBe(true);
    },
  );
});

describe('POST /api/plan', () => {
  const asked = async (body: object) => {
    const response = await plan(post(body));
    return { status: response.status, ...(await response.json()) };
  };
  it('plans kinds and counts: boards that fit, pins, figures that open, parts and findings', async () => {
    const sensors = [
      { kind: 'pressure-sheet', lanes: 13 },
      { kind: 'pot', lanes: 6 },
      { kind: 'switch', lanes: 7 },
    ];
    const planned = await asked({ sensors, batteryMah: 1000 });
    expect(planned.status).toBe(200);
    expect(planned.fits[0]).toMatchObject({ way: 'chips', chips: { multiplexers: 1 } });
    expect(planned.fits.every((f: { way: string }) => f.way !== 'alone')).toBe(true);
    expect(planned.figures.map((f: { name: string }) => f.name)).toContain('a battery lasts');
    const small = await asked({ sensors, board: 'large-8' });
    expect(small.boards.length).toBe(1);
    expect(small.instrument.boards[0]).toMatchObject({ bits: 10, pins: { analogue: 16 } });
    expect(small.fits.find((f: { board: string }) => f.board === 'large-8').lacks).toMatch(/19 analogue/);
  });
  it('plans an instrument as it is, and says by its field what cannot be', async () => {
    const planned = await asked({ instrument: whole('cairn') });
    expect(planned.boards[0].wires).toHaveLength(15);
    expect((await asked({})).errors[0].field).toBe('sensors');
    expect((await asked({ sensors: [{ kind: 'spoon' }] })).errors[0].field).toBe('sensors.0.kind');
    expect((await asked({ sensors: [{ kind: 'pot' }], board: 'best' })).errors[0].field).toBe('board');
    expect((await asked({ sensors: [{ kind: 'pot' }], batteryMah: 0 })).errors[0].field).toBe('batteryMah');
    const zero = [{ kind: 'force-pad', facts: { fixedOhms: 0 } }];
    expect((await asked({ sensors: zero })).errors[0]).toMatchObject({
      field: 'instrument.sensors.0.facts.fixedOhms',
    });
  });
  it('wishes that no board holds get the nearest plan that can be', async () => {
    const wishes = { sensors: [{ kind: 'pressure-sheet', lanes: 20, count: 20 }] };
    const { status, leftOut, instrument } = await asked(wishes);
    expect(status).toBe(200);
    expect(leftOut.length + instrument.sensors.length).toBe(20);
    expect(instrument.sensors.length).toBeGreaterThan(4);
  });
});

describe('plausible takes that are unlike others', () => {
  const rest = (stepUs: number) =>
    `t_us,bellows\n${Array.from({ length: 40 }, (_, i) => `${i * stepUs},${2041 + (i % 3)}`).join('\n')}\n`;
  const play = (csv: string, headers = {}) => render(post({ instrument: wherry(), csv }, headers));
  it('frames over two seconds apart', async () => {
    for (const stepUs of [2_500_000, 60_000_000]) {
      const response = await calibrate(
        post(
          job({
            takes: [
              { role: 'rest', csv: rest(stepUs) },
              { role: 'soft', csv: take('soft') },
            ],
          }),
        ),
      );
      expect(response.status).toBe(200);
      expect((await play(rest(stepUs))).status).toBe(200);
    }
  });
  it('a leap of 300 000 s as a MIDI file: an independent reader finds the note after it where it is', async () => {
    const still = rest(1000).trimEnd();
    const from = 300_000_000_000;
    const csv = `${still}\n${from},2041\n${from + 1000},3000\n${from + 30_000},3000\n`;
    const response = await play(csv, { accept: 'audio/midi' });
    const file = parseMidi(new Uint8Array(await response.arrayBuffer()));
    let ticks = 0;
    const on = file.tracks[0].find((event) => (ticks += event.deltaTime) > 0 && event.type === 'noteOn');
    expect([on?.type, Math.round(ticks / 1000)]).toEqual(['noteOn', 300_000]);
  });
  it('times of 26 and of 310 digits are lines like any other bad one', async () => {
    for (const digits of [26, 310]) {
      const csv = `t_us,bellows\n0,2041\n${'9'.repeat(digits)},2041\n2000,2042\n`;
      const { findings } = await (await play(csv)).json();
      expect(findings[0]).toMatchObject({
        code: 'lines-left-out',
        says: expect.stringMatching(/^1 line was.*no time/),
      });
    }
  });
});

describe('POST /api/render', () => {
  it('plays a note for each soft stroke, and ends every one', async () => {
    const { events, metrics, findings } = await (
      await render(post({ instrument: wherry(), csv: take('soft') }))
    ).json();
    const of = (kind: number) =>
      events.filter((e: { bytes: number[] }) => (e.bytes[0] & 0xf0) === kind).length;
    expect([of(0x90), of(0x80)]).toEqual([20, 20]);
    expect(metrics).toMatchObject({ notes: 20, messages: events.length });
    expect(findings).toEqual([]);
  });
  it('gives a Standard MIDI File to who asks for one', async () => {
    const response = await render(
      post({ instrument: wherry(), csv: take('loud') }, { accept: 'audio/midi' }),
    );
    expect(response.headers.get('content-type')).toBe('audio/midi');
    expect(strFromU8(new Uint8Array(await response.arrayBuffer()).subarray(0, 4))).toBe('MThd');
  });
  it('strings in MPE, as a file that an independent reader reads: announced, then bend, pressure and 74 before each note', async () => {
    const instrument = strings(
      2,
      { school: 'slide', octaves: 2 },
      { is: 'mpe', id: 'z', side: 'lower', members: 3 },
    );
    // 300 ms of rest; the first string slides from an eighth to a quarter of its length, the second is touched meanwhile.
    const csv = ['t_us,s0,s1'];
    for (let ms = 0; ms < 1500; ms++) {
      const slides = ms < 300 || ms > 1400 ? 0 : stringCount(0.125 + Math.min(0.125, (ms - 300) / 6400));
      csv.push(`${1000 * ms},${slides},${ms < 700 || ms > 1400 ? 0 : stringCount(0.5)}`);
    }
    const response = await render(post({ instrument, csv: csv.join('\n') }, { accept: 'audio/midi' }));
    const events = parseMidi(new Uint8Array(await response.arrayBuffer())).tracks.flat();
    // MPE 1.1 (M1-100-UM), section 2: the configuration message is Bn 64 06, Bn 65 00, Bn 06 mm on the manager's channel (memory).
    const controllers = events.flatMap((e) =>
      e.type === 'controller' && e.channel === 0 ? [[e.controllerType, e.value]] : [],
    );
    expect(controllers.slice(0, 3)).toEqual([
      [100, 6],
      [101, 0],
      [6, 3],
    ]);
    const notes = events.flatMap((e, i) =>
      e.type === 'noteOn' ? [{ ...e, before: events.slice(0, i) }] : [],
    );
    expect(notes.map(({ noteNumber }) => noteNumber)).toEqual([51, 60]);
    expect(new Set(notes.map(({ channel }) => channel)).size).toBe(2);
    for (const { channel, before } of notes) {
      const own = before.filter((e) => 'channel' in e && e.channel === channel).map(({ type }) => type);
      expect(own).toEqual(expect.arrayContaining(['pitchBend', 'channelAftertouch', 'controller']));
    }
    const bends = events.flatMap((e) =>
      e.type === 'pitchBend' && e.channel === notes[0].channel ? [e.value] : [],
    );
    // It slides three semitones up, of a range of 48.
    expect(Math.max(...bends)).toBeCloseTo((8192 * 3) / 48, -2);
  });
  it('scenes that one lane of a bank selects, and a chord that another one adds', async () => {
    const pads = touchPads([60, 62, 64]);
    const lane = (n: number) => ({ sensor: pads.id, port: 'touch', lane: `p${n}` });
    const one = { pitch: { is: 'fixed', note: 40 } as const, gate: lane(0) };
    const instrument = instrumentOf(
      [pads],
      [
        bankNotes(pads, 'touch', { ...one, scenes: ['a'] }),
        bankNotes(pads, 'touch', { ...one, id: 'fifth', semitones: 7, and: lane(2) }),
      ],
    );
    instrument.scenes = ['a', 'b'].map((id) => ({ id, name: id }));
    instrument.selectors = [{ gate: lane(1), step: 1 }];
    const csv = ['t_us,p0,p1,p2'];
    const touched = (ms: number, spans: [number, number][]) =>
      spans.some(([a, b]) => ms >= a && ms < b) ? 400 : 300;
    for (let ms = 0; ms < 1000; ms++)
      csv.push(
        [
          1000 * ms,
          touched(ms, [
            [200, 250],
            [400, 450],
            [600, 650],
          ]),
          touched(ms, [
            [300, 350],
            [700, 750],
          ]),
          touched(ms, [[500, 900]]),
        ].join(),
      );
    const { events } = await (await render(post({ instrument, csv: csv.join('\n') }))).json();
    const begun = events.flatMap(({ bytes }: { bytes: number[] }) => (bytes[0] >> 4 === 9 ? [bytes[1]] : []));
    // In the first scene the pad alone; in the second nothing; then, with the third pad held, the fifth, which lives in both.
    expect(begun).toEqual([40, 47]);
  });
});

describe('touch, strike and switch', () => {
  const csvOf = (stem: string, role: string) => readFileSync(`demo/${stem}-${role}.csv`, 'utf8');
  const asked = (name: string, id: string, roles: string[]) => {
    const sensor = whole(name).sensors.find((s: { id: string }) => s.id === id);
    const { kind, lanes } = sensor;
    const takes = roles.map((role) => ({ role, csv: csvOf(`${name}-${id}`, role) }));
    return { board: { bits: whole(name).boards[0].bits }, sensor: { id, kind, lanes: bare(lanes) }, takes };
  };
  const bare = (lanes: { id: string; column?: string; contacts?: string[] }[]) =>
    lanes.map(({ id, column, contacts }) => ({ id, column, contacts }));
  it('are calibrated lane by lane, as the document keeps it', async () => {
    const touch = await (await calibrate(post(asked('wherry', 'leaves', ['rest', 'medium'])))).json();
    expect(touch.calibration.lanes).toHaveLength(10);
    expect(touch.calibration.lanes).toEqual(whole('wherry').sensors[1].calibration.lanes);
    const strike = await (await calibrate(post(asked('cairn', 'stones', ['rest', 'soft', 'loud'])))).json();
    expect(strike.calibration).toMatchObject({ is: 'strike', lanes: { length: 9 } });
    expect(strike.readings.numbers.doubled).toBe(0);
    const contacts = await (await calibrate(post(asked('wherry', 'knee', ['medium'])))).json();
    expect(contacts.calibration).toMatchObject({ is: 'contacts', rest: 'open' });
  });
  it('say by its field which lane has no column, and which take has none of theirs', async () => {
    const body = asked('cairn', 'stones', ['rest']);
    delete body.sensor.lanes[2].column;
    const lane = await (await calibrate(post(body))).json();
    expect(lane.errors[0].field).toBe('sensor.lanes.2');
    const other = { ...asked('cairn', 'stones', []), takes: [{ role: 'rest', csv: take('rest') }] };
    other.board.bits = 12;
    expect((await (await calibrate(post(other))).json()).errors[0].field).toBe('takes.0.csv');
  });
  it('are played and proven, also from a gzip body', async () => {
    const body = JSON.stringify({ instrument: whole('cairn'), csv: csvOf('cairn-stones', 'loud') });
    const zipped = new Request('http://127.0.0.1/api', {
      method: 'POST',
      headers: { host: '127.0.0.1', 'content-type': 'application/json', 'content-encoding': 'gzip' },
      body: gzipSync(body),
    });
    const { metrics } = await (await render(zipped)).json();
    expect(metrics.notes).toBeGreaterThanOrEqual(18);
    expect(await (await prove(post(body))).json()).toMatchObject({ by: 'c-runtime', identical: true });
  });
  it('a gzip body that is none, or that grows past what may be sent, is refused', async () => {
    const send = (body: Uint8Array<ArrayBuffer>) =>
      render(
        new Request('http://127.0.0.1/api', {
          method: 'POST',
          headers: { host: '127.0.0.1', 'content-type': 'application/json', 'content-encoding': 'gzip' },
          body,
        }),
      );
    expect((await send(Uint8Array.of(1, 2, 3))).status).toBe(400);
    expect((await send(Uint8Array.from(gzipSync('1'.repeat(200 * 2 ** 20))))).status).toBe(413);
  });
});

describe('POST /api/firmware and /api/prove', () => {
  let zip: Uint8Array;
  const part = (name: string) => `cheironom_${name}.h`;
  beforeAll(async () => {
    zip = new Uint8Array(await (await firmware(post({ instrument: wherry() }))).arrayBuffer());
  });
  it('gives header, runtime, sketch, instrument, README and wiring in one folder, the same as a library beside it, and the same bytes each time', async () => {
    // An independent reader, which checks each file's length and CRC.
    const files = Object.fromEntries(
      new AdmZip(Buffer.from(zip)).getEntries().map((e) => [e.entryName, e.getData().toString('utf8')]),
    );
    const plain = Object.keys(files).filter((name) => name.startsWith('wherry/'));
    expect(plain.sort()).toEqual(
      [
        'README.txt',
        'cheironom.c',
        'cheironom.h',
        ...[
          'allocator',
          'announce',
          'bend',
          'blocks',
          'change',
          'charge',
          'choice',
          'config',
          'contacts',
          'control',
          'converter',
          'creep',
          'depth',
          'events',
          'exponential',
        ].map(part),
        ...[
          'fingering',
          'frames',
          'gate',
          'gating',
          'glide',
          'glide_pitch',
          'hold',
          'image',
          'input',
          'join',
          'keep',
          'layout',
          'learn',
          'level',
          'lights',
          'line',
          'low_pass',
          'median',
          'merge',
          'message',
          'note',
          'numbers',
          'one_euro',
          'own_light',
        ].map(part),
        ...[
          'pair',
          'place',
          'pool',
          'port',
          'power_up',
          'radio',
          'radio_port',
          'ribbon',
          'selector',
          'sensing',
          'settings',
          'show',
          'speed',
          'strike',
          'stroke',
          'surface',
        ].map(part),
        ...[
          'switched',
          'sysex',
          'tables',
          'takeover',
          'tempo',
          'tilt',
          'timed_edges',
          'tone',
          'touch',
          'touch_pads',
          'turn',
          'usb',
          'usb_port',
          'velocity',
          'wait',
          'ways_out',
          'weak',
          'wire',
          'zero',
        ].map(part),
        'instrument.c',
        'instrument.h',
        'instrument.json',
        'wherry.ino',
        'wiring.svg',
      ].map((f) => `wherry/${f}`),
    );
    // The same sources, and nothing else but what makes it a library.
    for (const name of plain.filter((own) => /\.[ch]$/.test(own)))
      expect(files[name.replace('wherry/', 'wherry-library/src/')]).toBe(files[name]);
    expect(files['wherry-library/library.properties']).toContain('includes=wherry_instrument.h');
    expect(files['wherry-library/examples/wherry/wherry.ino']).toContain('#include "wherry_instrument.h"');
    expect(Object.keys(files)).toHaveLength(2 * plain.length + 2);
    expect(files['wherry/wherry.ino']).toContain('= {\n    A0, /* Bellows: bellows */\n};');
    expect(files['wherry/wherry.ino']).not.toMatch(/\/\/@|#if 0/);
    expect(files['wherry/wherry.ino']).not.toMatch(/@\w+@/);
    expect(new Uint8Array(await (await firmware(post({ instrument: wherry() }))).arrayBuffer())).toEqual(zip);
  });
  it('makes no folder that some systems keep for a device', async () => {
    const zip = await (await firmware(post({ instrument: { ...wherry(), id: 'con' } }))).arrayBuffer();
    const entries = new AdmZip(Buffer.from(zip)).getEntries();
    const folders = new Set(entries.map((e) => e.entryName.split('/')[0]));
    expect(folders).toEqual(new Set(['con-board', 'con-board-library']));
  });
  it('refuses a button on a board without the memory for settings, and builds one with it', async () => {
    const knee = { ...whole('wherry').sensors.find((s: { id: string }) => s.id === 'knee') };
    const own = wherry();
    const withButton = (board: object) => ({
      ...own,
      boards: [{ ...own.boards[0], button: 'knee', ...board }],
      sensors: [...own.sensors, knee],
    });
    const refused = await firmware(post({ instrument: withButton({ memoryBytes: 1024 }) }));
    expect(refused.status).toBe(422);
    const { errors } = await refused.json();
    expect(errors.map((e: { field: string }) => e.field)).toContain('instrument.boards.0.button');
    expect((await firmware(post({ instrument: withButton({ memoryBytes: 32_768 }) }))).status).toBe(200);
    const stray = await firmware(post({ instrument: withButton({ button: 'bellows' }) }));
    expect((await stray.json()).errors[0].field).toBe('instrument.boards.0.button');
  });
  it('says with both figures that an instrument is larger than its board', async () => {
    const pads = touchPads(Array.from({ length: 88 }, (_, i) => 20 + i));
    const large = instrumentOf([pads], [bankNotes(pads, 'touch')]);
    Object.assign(large.boards[0], { memoryBytes: 2048 });
    const refused = await firmware(post({ instrument: large }));
    expect(refused.status).toBe(422);
    const { errors } = await refused.json();
    expect(errors).toMatchObject([{ field: 'instrument.boards.0.memoryBytes' }]);
    expect(errors[0].detail).toMatch(/about \d+ bytes of memory; 12-bit board has 2048/);
    Object.assign(large.boards[0], { memoryBytes: 8192 });
    expect((await firmware(post({ instrument: large }))).status).toBe(200);
  });
  it('proves on a take that the compiled runtime plays the same bytes', async () => {
    const proof = await (await prove(post({ instrument: wherry(), csv: take('soft') }))).json();
    expect(proof).toMatchObject({ by: 'c-runtime', identical: true, firstDifference: null });
    expect(proof.messages).toBeGreaterThan(200);
  });
  it('proves a take whose columns come in another order, and one that lacks a sensor’s', async () => {
    const instrument = wherry();
    const lip = { id: 'lip', name: 'Lip', lanes: [{ id: 'lip', column: 'lip' }] };
    const calibration = structuredClone(instrument.sensors[0].calibration);
    calibration.lanes[0].lane = 'lip';
    instrument.sensors.push({ ...instrument.sensors[0], ...lip, calibration });
    const frames = {
      channels: ['extra', 'bellows'],
      tUs: Float64Array.of(0, 1000, 30_000),
      counts: Uint16Array.of(1, 3000, 2, 3000, 3, 2042),
    };
    const proof = await (await prove(post({ instrument, csv: writeTakeCsv(frames) }))).json();
    expect(proof.identical).toBe(true);
  });
});

describe('GET', () => {
  it('/api/schema is the instrument’s JSON Schema', async () => {
    expect((await (await schema(get())).json()).$id).toBe('urn:cheironom-instrument:3');
  });
  it('/api/demo is the demonstration instruments with their takes', async () => {
    const { instruments } = await (await demo(get())).json();
    const told = instruments.map((i: { instrument: string; takes: string[] }) => [
      JSON.parse(i.instrument).name,
      i.takes.length,
    ]);
    expect(told).toEqual([
      ['Wherry', 21],
      ['Cairn', 13],
      ['Sallow', 15],
    ]);
  });
});
