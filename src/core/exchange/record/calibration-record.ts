import { compile } from '../../compile/compile';
import { channelPlanOf } from '../../instrument/channel-plan';
import { boardOf } from '../../instrument/access';
import type { Instrument } from '../../instrument/document';
import type { PortResponse } from '../../instrument/response';
import type { Sensor } from '../../instrument/sensor';
import { kindOf } from '../../kinds/registry';
import { curvesOf } from '../../shape/families';
import { FIELD_WORDS } from '../document/field-words';
import { identityOf } from '../document/instrument-digest';
import { measuredTable, type MeasuredTable, type MeasuredValue } from './measured-table';
import { escapeHtml, PAGE_STYLE } from './page';

/** The calibration record, one page: pins, values with how sure they are, curves, channel plan, digest. @param at when it is written, as it is shown @param version its number, where it is one */
export function recordBody(instrument: Instrument, at: string, version: number | null): string {
  const boards = instrument.boards.map((board) => {
    const { digest } = identityOf(instrument, board, compile(instrument, board));
    return [
      board.name,
      `${board.bits} bits`,
      `${board.supplyVolts} V`,
      `${board.scanHz} scans a second`,
      `digest ${digest}`,
    ].join(', ');
  });
  return `<h1>${escapeHtml(instrument.name)}</h1>
<p>Calibration record of ${escapeHtml(at)}${version === null ? '' : `, version ${version}`}. ${boards.map(escapeHtml).join('; ')}.</p>
${instrument.sensors.map((sensor) => sensorHtml(instrument, sensor)).join('\n')}
<h2>Channels</h2>
${channelsHtml(instrument)}
<p>Values are counts of the board’s converter, from rest, unless their name says otherwise; rest itself, and a pad’s untouched and touched, from 0. ± is one standard deviation over the calibrations kept (how many stands after it); without it a value was measured once.</p>`;
}

/** The same as a page that needs nothing else. @param body as {@link recordBody} gives it */
export const recordHtml = (name: string, body: string): string =>
  `<!doctype html>
<html lang="en"><head><meta charset="utf-8"><title>${escapeHtml(name)}: calibration record</title>
<style>${PAGE_STYLE}</style></head><body>
${body}
</body></html>
`;

function sensorHtml(instrument: Instrument, sensor: Sensor): string {
  const { calibration } = sensor;
  const pins = sensor.lanes.flatMap(({ pin, otherPin }) => [pin, otherPin]).filter((p) => p !== undefined);
  const where = pins.length === 0 ? 'pins not told' : `pin${pins.length > 1 ? 's' : ''} ${pinWords(pins)}`;
  const title = `${sensor.name}, ${kindOf(sensor).name}; ${boardOf(instrument, sensor).name}, ${where}`;
  const table = measuredTable(sensor);
  const measured = calibration?.measuredAt?.slice(0, 10);
  const head = `<h2>${escapeHtml(measured ? `${title}; measured ${measured}` : title)}</h2>`;
  if (!calibration || !table) return `${head}<p>Not calibrated.</p>`;
  const values = table.columns.length === 0 ? '' : tableHtml(table);
  const shared = [...table.shared]
    .map(([name, own]) => `${escapeHtml(nameWords(name))} ${valueWords(own)}`)
    .join(', ');
  const under = [shared && `Of all lanes: ${shared}.`, ...sensor.responses.map(curveHtml)]
    .filter(Boolean)
    .join(' ');
  return `${head}${values}${under ? `<p>${under}</p>` : ''}`;
}

/** Lanes over so many stand side by side, in as many blocks as their columns leave room for: the record is one page. */
const MOST_BELOW = 4;
const blocksOf = ({ rows, columns }: MeasuredTable): number =>
  rows.length <= MOST_BELOW ? 1 : columns.length <= 2 ? 3 : columns.length <= 5 ? 2 : 1;

function tableHtml(table: MeasuredTable): string {
  const blocks = blocksOf(table);
  const high = Math.ceil(table.rows.length / blocks);
  const head = `<td></td>${table.columns.map((c) => `<td>${escapeHtml(nameWords(c))}</td>`).join('')}`;
  const cellsOf = (row: MeasuredTable['rows'][number] | undefined) =>
    row
      ? `<td>${escapeHtml(row.name)}</td>${row.cells.map((c) => `<td>${valueWords(c)}</td>`).join('')}`
      : '<td></td>'.repeat(1 + table.columns.length);
  const rows = Array.from({ length: high }, (_, i) =>
    Array.from({ length: blocks }, (_, b) => cellsOf(table.rows[b * high + i])).join(''),
  );
  const all = rows.map((own) => `<tr>${own}</tr>`).join('');
  return `<table><thead><tr>${head.repeat(blocks)}</tr></thead><tbody>${all}</tbody></table>`;
}

/** A name in the words of the log. */
const nameWords = (name: string): string =>
  name
    .split(' ')
    .map((own) => FIELD_WORDS[own] ?? own)
    .join(' ');

/** Pins beyond these are told by the first and the last. */
const MOST_PINS = 12;

const pinWords = (pins: readonly string[]): string =>
  pins.length > MOST_PINS ? `${pins[0]} … ${pins[pins.length - 1]} (${pins.length})` : pins.join(', ');

const digits = (value: number): string => String(Number(value.toPrecision(4)));

const valueWords = (own: MeasuredValue | null): string =>
  own === null
    ? ''
    : own.spread === null
      ? digits(own.value)
      : `${digits(own.value)} ± ${digits(Number(own.spread.toPrecision(2)))} (${own.times})`;

const [WIDE, HIGH, POINTS] = [48, 22, 24];

/** A response as a small picture, with its family's name. */
function curveHtml(response: PortResponse): string {
  const { up } = curvesOf(response);
  const points = Array.from({ length: POINTS + 1 }, (_, i) => {
    const x = i / POINTS;
    return `${(x * WIDE).toFixed(1)},${((1 - up(x)) * HIGH).toFixed(1)}`;
  });
  const name = [response.port, response.lane, response.family].filter(Boolean).join(', ');
  return `<svg width="${WIDE}" height="${HIGH}" viewBox="-1 -1 ${WIDE + 2} ${HIGH + 2}"><rect width="${WIDE}" height="${HIGH}" fill="none" stroke="#c7d4d8"/><polyline points="${points.join(' ')}" fill="none" stroke="#0f2f3d"/></svg> ${escapeHtml(name)}`;
}

function channelsHtml(instrument: Instrument): string {
  const { rows } = channelPlanOf(instrument);
  if (rows.length === 0) return '<p>Nothing is sent on a channel.</p>';
  const nameOf = (id: string) => instrument.sensors.find((s) => s.id === id)?.name ?? id;
  const lines = rows.map(({ says, on }) => {
    const channels = [...on].sort(([a], [b]) => a - b);
    const by = [...new Set(channels.flatMap(([, outputs]) => outputs.map(({ sensor }) => nameOf(sensor))))];
    return `<tr><td>${escapeHtml(says)}</td><td>${channels.map(([channel]) => channel).join(', ')}</td><td>${escapeHtml(by.join(', '))}</td></tr>`;
  });
  return `<table><thead><tr><td>sent</td><td>on channel</td><td>by</td></tr></thead><tbody>${lines.join('')}</tbody></table>`;
}
