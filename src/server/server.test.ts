import { readFileSync } from 'node:fs';
import { IsString } from 'class-validator';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { checkInstrument } from '@/core/exchange/instrument-json';
import { encodeTake, decodeSent, writePrograms } from '@/core/exchange/harness';
import { channelsOf, compile } from '@/core/engine/compile';
import { fillSketch } from '@/core/exchange/sketch';
import { readTakeCsv } from '@/core/exchange/take-csv';
import { answered, deadline, readBody, TooLong } from './body';
import { compileHost, hasCompiler } from './compiler';
import { problem, under } from './problem';
import { prove } from './prove';

afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllEnvs();
});

class Asked {
  @IsString() word!: string;
}
const wherry = () => {
  const read = checkInstrument(JSON.parse(readFileSync('demo/wherry.json', 'utf8')));
  if (!read.ok) throw new Error(read.faults[0].says);
  return read.value;
};
const soft = () => {
  const read = readTakeCsv(readFileSync('demo/wherry-bellows-soft.csv', 'utf8'));
  if (!read.ok) throw new Error(read.faults[0].says);
  return read.value.frames;
};

describe('bodies and their limits', () => {
  it('that never end are given up with a 408', async () => {
    vi.useFakeTimers({ toFake: ['setTimeout', 'Date'] });
    const slow = new ReadableStream<Uint8Array>({
      start: (c) => c.enqueue(new TextEncoder().encode('{"word":')),
    });
    const asking = readBody(
      new Request('http://x/', { method: 'POST', body: slow, duplex: 'half' } as RequestInit),
      Asked,
    );
    await vi.advanceTimersByTimeAsync(25_000);
    const asked = await asking;
    expect(asked.ok ? 200 : asked.response.status).toBe(408);
  });
  it('that arrive in pieces are put together', async () => {
    const pieces = ['{"wo', 'rd":"h', 'é"}'].map((p) => new TextEncoder().encode(p));
    const stream = new ReadableStream<Uint8Array>({
      start(c) {
        for (const p of pieces) c.enqueue(p);
        c.close();
      },
    });
    const asked = await readBody(
      new Request('http://x/', { method: 'POST', body: stream, duplex: 'half' } as RequestInit),
      Asked,
    );
    expect(asked.ok && asked.value.word).toBe('hé');
  });
  it('work that takes too long is a 503; any other error is not hidden', async () => {
    vi.useFakeTimers({ toFake: ['Date'] });
    const late = deadline(1000);
    late();
    vi.setSystemTime(Date.now() + 2000);
    expect(late).toThrow(TooLong);
    const slow = await answered(async () => {
      late();
      return Response.json({});
    });
    expect(slow.status).toBe(503);
    await expect(answered(() => Promise.reject(new TypeError('a mistake of ours')))).rejects.toThrow(
      'a mistake of ours',
    );
  });
  it('problems name their fields under the body’s own', async () => {
    const faults = under('instrument', [
      { path: 'board.bits', says: 'x' },
      { path: '', says: 'y' },
    ]);
    const body = await problem(422, 'No', faults).json();
    expect(body.errors.map((e: { field: string }) => e.field)).toEqual([
      'instrument.board.bits',
      'instrument',
    ]);
    expect(body).toMatchObject({
      type: 'about:blank',
      title: 'No',
      status: 422,
      detail: 'instrument.board.bits: x; instrument: y',
    });
  });
});

describe('the compiler', () => {
  it('says what is wrong with a header that is, and leaves nothing behind', async () => {
    await expect(compileHost('this is no C')).rejects.toThrow(/error/);
  });
  it('is done without where there is none: the header is read back and played instead', async () => {
    vi.stubEnv('PATH', '/nowhere');
    expect(await hasCompiler()).toBe(false);
    expect(await prove(wherry(), soft())).toMatchObject({ by: 'header', identical: true });
  });
  it('finds the frame at which a board with other thresholds would differ', async () => {
    const instrument = wherry();
    const channels = channelsOf(instrument);
    const other = wherry();
    other.sensors[0].calibration!.on += 5;
    const host = await compileHost(
      writePrograms([{ instrument: other, program: compile(other, channels), channels }]),
      [],
    );
    const theirs = await host.play(encodeTake(0, soft()));
    await host.remove();
    const ours = await compileHost(
      writePrograms([{ instrument, program: compile(instrument, channels), channels }]),
      [],
    );
    expect(await ours.play(encodeTake(0, soft()))).not.toEqual(theirs);
    await ours.remove();
  });
  it('has an answer that is cut short refused', () => {
    expect(() => decodeSent(Uint8Array.of(0, 0, 0, 0, 9, 0, 1))).toThrow(/cut short/);
  });
});

describe('the sketch', () => {
  it('names the pins in the sensors’ order, and lets no name of the maker’s into the code', () => {
    const instrument = wherry();
    instrument.name = 'Wherry */ #error';
    instrument.sensors = [
      instrument.sensors[0],
      { ...instrument.sensors[0], id: 'lip', channel: 'lip', pin: undefined },
    ];
    expect(fillSketch('@NAME@|@PINS@|@CHANNELS@', instrument)).toBe('Wherry     error|A0, A1|bellows,lip');
  });
});
