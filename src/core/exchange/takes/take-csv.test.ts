import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { joinTakes } from './join-takes';
import { leftOutWords, readTakeCsv, takeCsvParts, writeTakeCsv, type ReadTake } from './take-csv';
import { csvPreviewOf } from './csv-columns';
import { readWords, writeWords } from './recording-words';

const csv = (text: string): ReadTake => {
  const read = readTakeCsv(text);
  if (!read.ok) throw new Error(read.faults[0].says);
  return read.value;
};
const refused = (text: string) => {
  const read = readTakeCsv(text);
  return read.ok ? '' : read.faults[0].says;
};

describe('takes as CSV', () => {
  it('come back as they went, whatever their notes', () => {
    const take = fc.record({
      width: fc.integer({ min: 1, max: 4 }),
      steps: fc.array(fc.integer({ min: 0, max: 5000 }), { minLength: 1, maxLength: 40 }),
      seed: fc.integer(),
      note: fc.stringMatching(/^[ -~]{0,60}$/),
    });
    fc.assert(
      fc.property(take, ({ width, steps, seed, note }) => {
        let t = 0;
        const frames = {
          channels: Array.from({ length: width }, (_, i) => `c${i}`),
          tUs: Float64Array.from(steps, (s) => (t += s)),
          counts: Uint16Array.from(
            { length: width * steps.length },
            (_, i) => Math.abs(seed * 31 + i * 7919) % 65536,
          ),
        };
        const read = csv(writeTakeCsv(frames, { says: note }));
        expect(read.frames).toEqual(frames);
        expect(read.notes.says ?? '').toBe(note.trim());
        expect(read.leftOut).toBe(0);
      }),
    );
  });
  it.each([
    ['comma with header', 't_us,bellows\n0,5\n1000,6\n2000,7', ['bellows'], [5, 6, 7], [0, 1000, 2000]],
    [
      'tab, no header, time in ms',
      '10\t5\n11\t6\n12\t7\n13\t8',
      ['c1'],
      [5, 6, 7, 8],
      [10_000, 11_000, 12_000, 13_000],
    ],
    [
      'semicolon and Windows line ends',
      't_ms;a;b\r\n1;5;6\r\n2;7;8\r\n',
      ['a', 'b'],
      [5, 6, 7, 8],
      [1000, 2000],
    ],
    [
      'labels with colons',
      'breath:512 lip:30\nbreath:514 lip:31',
      ['breath', 'lip'],
      [512, 30, 514, 31],
      [0, 1000],
    ],
    ['time in seconds', 't_s,a\n0.001,5\n0.003,6\n', ['a'], [5, 6], [1000, 3000]],
    ['time in seconds, by its step', '0.002 5\n0.003 6\n0.004 7', ['c1'], [5, 6, 7], [2000, 3000, 4000]],
    ['labels with equals and spaces', 'breath= 512\nbreath= 514', ['breath'], [512, 514], [0, 1000]],
    ['bare numbers at the board’s rate', '7\n8\n9', ['c1'], [7, 8, 9], [0, 1000, 2000]],
    ['a byte order mark and comments', '\ufeff# role: soft\nt_us,a\n0,1\n', ['a'], [1], [0]],
    ['blank lines, the first too', '\n\nt_us,a\n\n0,1\n', ['a'], [1], [0]],
  ])('reads what makers print: %s', (_, text, channels, counts, tUs) => {
    const { frames } = csv(text);
    expect([frames.channels, Array.from(frames.counts), Array.from(frames.tUs)]).toEqual([
      channels,
      counts,
      tUs,
    ]);
  });
  it('counts bad lines, says which, and keeps the rest', () => {
    const read = csv('t_us,a\n0,5\n1000,hello\n2000,6\n3000\n4000,-1\n5000,70000\n6000,2.5\n7000,7\n');
    expect(Array.from(read.frames.counts)).toEqual([5, 6, 7]);
    expect(read.leftOut).toBe(5);
    expect(read.faults[0]).toEqual({
      path: 'line 3',
      says: '2 whole numbers are required, got "1000,hello"',
    });
    expect(leftOutWords(read)).toMatch(
      /^5 lines were left out \(line 3: .*\); 3 frames were kept\. Mend the file/,
    );
  });
  it('leaves out lines whose time runs backwards or leaps ahead, but follows a clock that wraps at 2^32 µs', () => {
    const back = csv('t_us,a\n0,1\n5000,2\n3000,3\n6000,4\n');
    expect([Array.from(back.frames.counts), back.leftOut]).toEqual([[1, 2, 4], 1]);
    const leapt = csv('t_us,a\n0,1\n1000,2\n2000000003000,3\n3000,4\n4000,5\n');
    expect([Array.from(leapt.frames.counts), leapt.faults]).toEqual([
      [1, 2, 4, 5],
      [{ path: 'line 4', says: 'time leaps ahead here' }],
    ]);
    const readings = [2 ** 32 - 500, 500, 2 ** 31, 2 ** 32 - 500, 500];
    const wrapped = csv(`t_us,a\n${readings.map((t) => `${t},1`).join('\n')}`).frames.tUs;
    expect([wrapped[1] - wrapped[0], wrapped[4] - wrapped[3]]).toEqual([1000, 1000]);
  });
  it('refuses what holds no frames, with one sentence each', () => {
    expect(refused('')).toMatch(/no line of numbers.*Nothing was kept/);
    expect(refused('t_us,a\n')).toMatch(/no line of numbers/);
    expect(refused('dear diary\nI blew today\n')).toMatch(/no line of numbers/);
    expect(refused('t_us\n0\n1000\n')).toMatch(/no channel/);
    expect(refused('x'.repeat(64 * 1024 * 1024 + 1))).toMatch(/over 64 MB.*split it/);
  });
  it('takes a channel named like what every object has, and a line of very many numbers', () => {
    const { frames } = csv('constructor,a\n5,6\n7,8\n');
    expect([frames.channels, Array.from(frames.tUs)]).toEqual([
      ['constructor', 'a'],
      [0, 1000],
    ]);
    expect(csv(new Array(400_000).fill('7').join(',')).frames.counts).toHaveLength(400_000);
  });
  it('never throws, whatever it is given', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 300, unit: 'binary' }), (text) => void readTakeCsv(text)),
      { numRuns: 500 },
    );
    const lines = fc.array(
      fc.constantFrom('1,2', 't_us,a', '# a: b', 'a=1', '9;9', ',,,', '1e9', '-', ' ', '0x10', '1,2,3'),
      { maxLength: 12 },
    );
    fc.assert(
      fc.property(lines, (list) => void readTakeCsv(list.join('\n'))),
      { numRuns: 500 },
    );
  });
  it('joins takes end to end with half a second between', () => {
    const one = csv('t_us,a\n5,1\n1005,2').frames;
    expect(Array.from(joinTakes([one, one]).tUs)).toEqual([0, 1000, 501_000, 502_000]);
    expect(() => joinTakes([])).toThrow(RangeError);
    expect(() => joinTakes([one, { ...one, channels: ['b'] }])).toThrow(/channels a are required/);
  });
});

describe('logs from elsewhere', () => {
  const read = (text: string) => {
    const result = readTakeCsv(text);
    if (!result.ok) throw new Error(result.faults[0].says);
    return result.value;
  };
  it('names in quotes, with spaces; semicolons with decimal commas; both as a spreadsheet writes them', () => {
    const { frames, leftOut } = read('"time_ms";"left pad";"right, pad"\n0,0;10;20\n2,5;11;21\n5,0;12;22\n');
    expect(frames.channels).toEqual(['left-pad', 'right-pad']);
    expect(Array.from(frames.tUs)).toEqual([0, 2500, 5000]);
    expect(Array.from(frames.counts)).toEqual([10, 20, 11, 21, 12, 22]);
    expect(leftOut).toBe(0);
  });
  it('a column that holds no counts is left out and said, and the counts beside it are kept', () => {
    const log = read(
      't_ms,volts,pad,celsius\n0,1.52,500,21.5\n1,1.53,501,21.5\n2,1.5,oops,21\n3,1.51,502,21.4\n',
    );
    expect([log.frames.channels, [...log.frames.counts], log.leftOut]).toEqual([['pad'], [500, 501, 502], 1]);
    expect(leftOutWords(log)).toMatch(
      /^volts, celsius hold no whole counts and were left out\. 1 line was left out \(line 4: /,
    );
  });
  it('columns are read as they were chosen from a preview of its beginning, wherever the time stands', async () => {
    const text = `a b c\n${Array.from({ length: 40_000 }, (_, i) => `${i % 7} ${i * 250} ${900 - (i % 5)}\n`).join('')}`;
    const preview = (await csvPreviewOf(new Blob([text]), []))!;
    expect([preview.titles, preview.rows[1], preview.columns.time]).toEqual([
      ['a', 'b', 'c'],
      [1, 250, 899],
      null,
    ]);
    const chosen = { time: { place: 1, unitUs: 1 }, names: ['', '', 'bellows'], noCounts: [] };
    const taken = readTakeCsv(text, { columns: chosen });
    if (!taken.ok) throw new Error(taken.faults[0].says);
    const { channels, tUs, counts } = taken.value.frames;
    expect([channels, tUs[39_999], counts[3], counts.length]).toEqual([['bellows'], 9_999_750, 897, 40_000]);
    const says = (names: string[]) => {
      const refused = readTakeCsv(text, { columns: { ...chosen, names } });
      return refused.ok ? '' : refused.faults[0].says;
    };
    expect(says(['bellows', '', 'bellows'])).toBe('Two columns cannot both be bellows. Nothing was kept.');
    expect(says(['', '', ''])).toBe('The take has a time but no channel. Nothing was kept.');
    expect(await csvPreviewOf(new Blob(['hello\n']), [])).toBeNull();
  });
  it('whatever the columns are taken for, what is read keeps to it, or is refused in a sentence', () => {
    const cells = fc.oneof(fc.integer({ min: -3, max: 70_000 }), fc.double({ min: 0, max: 9, noNaN: true }));
    const texts = fc
      .integer({ min: 1, max: 4 })
      .chain((width) =>
        fc.array(fc.array(cells, { minLength: width, maxLength: width }), { minLength: 1, maxLength: 40 }),
      );
    const names = fc.array(fc.constantFrom('', 'a', 'b', 'c'), { minLength: 1, maxLength: 4 });
    const times = fc.option(
      fc.record({ place: fc.integer({ min: 0, max: 3 }), unitUs: fc.constantFrom(1, 1000, 1e6) }),
    );
    fc.assert(
      fc.property(texts, names, times, (rows, chosen, time) => {
        const text = rows.map((row) => row.join(' ')).join('\n');
        const at = time && time.place < chosen.length ? time : null;
        const taken = readTakeCsv(text, { columns: { names: chosen, time: at, noCounts: [] } });
        if (!taken.ok) {
          expect(taken.faults[0].says).toMatch(/\.$/);
          return;
        }
        const { channels, tUs, counts } = taken.value.frames;
        expect(channels).toEqual(chosen.filter(Boolean));
        expect(counts.length).toBe(channels.length * tUs.length);
        expect(tUs.length + taken.value.leftOut).toBe(rows.length);
        tUs.forEach((t, i) => expect(i === 0 || t >= tUs[i - 1]).toBe(true));
      }),
      { numRuns: 300 },
    );
  });
  it('a long take is written in parts, which together are the text that is read back', () => {
    const frames = {
      channels: ['a', 'b'],
      tUs: Float64Array.from({ length: 25_001 }, (_, i) => i * 250),
      counts: Uint16Array.from({ length: 50_002 }, (_, i) => i % 4096),
    };
    const parts = takeCsvParts(frames, { name: 'long\nname' });
    expect([parts.length, parts[0], parts[1]]).toEqual([5, '# name: long name\n', 't_us,a,b\n']);
    const { frames: back } = read(parts.join(''));
    expect([back.tUs, back.counts]).toEqual([frames.tUs, frames.counts]);
  });
  it('what is said of a recording comes back with it, and what no bench has written harms nothing', () => {
    const words = { name: 'First blow', notes: 'new reed', tags: ['reed', 'dry'], marks: [1500, 90_000] };
    const frames = { channels: ['a'], tUs: Float64Array.of(0, 1000), counts: Uint16Array.of(1, 2) };
    const { notes } = csv(takeCsvParts(frames, writeWords(words)).join(''));
    expect(readWords(notes, 'file')).toEqual(words);
    expect(writeWords({ ...words, marks: [1500.4, 89_999.6] }).marks).toBe('1500 90000');
    expect(readWords({ marks: '9 x -3 2 1e9 0.5', tags: ' , a,a' }, 'file')).toEqual({
      ...{ name: 'file', notes: '', tags: ['a'], marks: [2, 9] },
    });
  });
  it('a comma is a decimal one only where semicolons part the cells, and a count stays whole', () => {
    expect(Array.from(read('a,b\n1,5\n2,6\n').frames.counts)).toEqual([1, 5, 2, 6]);
    const { frames, faults } = read('a;b\n1;5\n1,5;6\n2;7\n');
    expect(Array.from(frames.counts)).toEqual([1, 5, 2, 7]);
    expect(faults[0].says).toMatch(/whole counts .* got 1\.5/);
  });
  it('quotes around numbers harm nothing', () => {
    expect(Array.from(read('"a","b"\n"1","2"\n"3","4"\n').frames.counts)).toEqual([1, 2, 3, 4]);
  });
});
