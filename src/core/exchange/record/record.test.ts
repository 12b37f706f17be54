import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { CURVE_FAMILY_IDS } from '../../shape/families';
import type { Instrument } from '../../instrument/document';
import { recordBody } from './calibration-record';
import { logHtml, logMarkdown } from './log-files';
import { byDay, logLines, matching, paidFor, type LogLine } from './log-lines';
import { measuredTable } from './measured-table';

const demo = (name: string): Instrument => JSON.parse(readFileSync(`demo/${name}.json`, 'utf8'));
const parsed = (html: string) => new DOMParser().parseFromString(html, 'text/html');
const head = {
  name: 'Wherry',
  currency: '€',
  dayOf: (at: string) => at.slice(0, 10),
  timeOf: (at: string) => at.slice(11, 16),
};
const at = (day: number, hour = 10) => `2026-03-${String(day).padStart(2, '0')}T${hour}:00:00.000Z`;
const log = [
  { at: at(1), says: 'measured', changes: ['Bellows: on 2060 → 2051'] },
  {
    at: at(2),
    says: 'Glued the <hinge> *again*\n# not a heading',
    by: 'maker' as const,
    pictures: ['p'],
    cost: 2.5,
  },
];
const kept: LogLine[] = [{ at: at(1, 12), is: 'take', says: 'Take: soft of Bellows' }];

describe('the record', () => {
  const lines = logLines(log, kept);
  it('has everything in order of time, the newest first, by days', () => {
    expect(lines.map(({ is }) => is)).toEqual(['maker', 'take', 'change']);
    expect(byDay(lines, head.dayOf).map(({ day, lines: own }) => [day, own.length])).toEqual([
      ['2026-03-02', 1],
      ['2026-03-01', 2],
    ]);
    expect(paidFor(lines)).toBe(2.5);
  });
  it('is searched by words in any order and case, in changes too', () => {
    expect(matching(lines, 'HINGE glued').map(({ is }) => is)).toEqual(['maker']);
    expect(matching(lines, '2051')).toHaveLength(1);
    expect(matching(lines, '2026-03-01 bellows')).toHaveLength(2);
    expect(matching(lines, 'nowhere')).toEqual([]);
    expect(matching(lines, '  ')).toHaveLength(3);
  });
  it('as Markdown keeps what the maker wrote as it is: no mark, no heading, one line', () => {
    const text = logMarkdown(lines, head, [{ id: 'p', src: 'pictures/p.webp' }]);
    expect(text).toContain('- 10:00 Glued the \\<hinge\\> \\*again\\* / \\# not a heading (2.5 €)');
    expect(text).toContain('![picture](pictures/p.webp)');
    expect(text).toContain('  - Bellows: on 2060 → 2051');
    expect(text.match(/^## /gm)).toHaveLength(2);
  });
  it('as HTML is a page whose text is what was written, and nothing of it markup', () => {
    const document = parsed(
      logHtml(lines, head, [{ id: 'p', src: 'data:image/webp;base64,AA=="><script>' }]),
    );
    expect(document.querySelectorAll('script, hinge')).toHaveLength(0);
    expect(document.body.textContent).toContain('Glued the <hinge> *again*');
    expect(document.querySelectorAll('img')).toHaveLength(1);
  });
});

describe('the calibration record', () => {
  it('has every sensor with its pins, its values, its curves, every channel and the digest of each board', () => {
    for (const name of ['wherry', 'cairn', 'sallow']) {
      const instrument = demo(name);
      const page = parsed(recordBody(instrument, '1 Dec 2026', 4));
      const text = page.body.textContent ?? '';
      for (const sensor of instrument.sensors) expect(text).toContain(sensor.name);
      expect(text).toContain('version 4');
      expect(text.match(/digest [0-9a-f]{8}/g)).toHaveLength(instrument.boards.length);
      expect(page.querySelectorAll('polyline').length).toBe(
        instrument.sensors.flatMap((s) => s.responses).length,
      );
    }
    const text = parsed(recordBody(demo('wherry'), '', null)).body.textContent!;
    // The bellows’ rest, reach and threshold as the demonstration has them.
    for (const word of ['2042', '1335', '18', 'A0']) expect(text).toContain(word);
    expect(CURVE_FAMILY_IDS.some((id) => text.includes(id))).toBe(true);
  });
  it('tells a value’s standard deviation over the calibrations kept: 10, 12 and 14 counts give 2', () => {
    const [bellows] = demo('wherry').sensors;
    const withOn = (on: number) => {
      const copy = structuredClone(bellows.calibration!);
      if (copy.is === 'level') copy.lanes[0].up.on = on;
      return copy;
    };
    const table = measuredTable({ ...bellows, calibration: withOn(12), earlier: [withOn(10), withOn(14)] })!;
    const on = table.rows[0].cells[table.columns.indexOf('on')];
    expect(on).toEqual({ value: 12, spread: 2, times: 3 });
    expect(measuredTable(bellows)!.rows[0].cells[table.columns.indexOf('on')]!.spread).toBeNull();
  });
  it('of many lanes gives the lowest, the middle and the highest', () => {
    const [, leaves] = demo('wherry').sensors;
    const { calibration } = leaves;
    if (calibration?.is !== 'touch') throw new Error('touch leaves are required');
    const many = Array.from({ length: 21 }, (_, i) => ({
      ...calibration.lanes[0],
      lane: `l${i}`,
      on: 100 + i,
    }));
    const table = measuredTable({
      ...leaves,
      lanes: many.map(({ lane }) => ({ id: lane })),
      calibration: { ...calibration, lanes: many },
    })!;
    const column = table.columns.indexOf('on');
    expect(table.rows.map(({ name, cells }) => [name, cells[column]?.value])).toEqual([
      ['lowest', 100],
      ['middle', 110],
      ['highest', 120],
    ]);
  });
});
