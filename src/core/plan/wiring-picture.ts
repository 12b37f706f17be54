import { columnPlaces, contactPlaces, NO_PIN } from '../exchange/firmware/wiring';
import type { Board } from '../instrument/board';
import type { Instrument } from '../instrument/document';
import type { Sensor } from '../instrument/sensor';
import { factsOf } from '../kinds/facts';
import { kindOf } from '../kinds/registry';
import { kindPlanOf } from '../kinds/plans-registry';
import { connectWords } from '../parts/circuit';
import { assignPins } from './assign';

/** A wire of the picture: what it comes from, and the pin that it goes to. */
interface Line {
  from: string;
  pin: string;
}

/** Each of a sensor's wires with its pin: as the plan leads them, or as the sketch reads them where the board has not told its pins. */
function linesOf(instrument: Instrument, board: Board): Map<string, Line[]> {
  const own = instrument.sensors.filter((s) => s.board === board.id);
  const lines = new Map<string, Line[]>(own.map(({ id }) => [id, []]));
  const add = (sensor: string, from: string, pin: string) => lines.get(sensor)?.push({ from, pin });
  if (board.pins) {
    const lights = board.id === instrument.boards[0].id ? instrument.lights : undefined;
    for (const { signal, pin } of assignPins(board.pins, own, lights))
      add(signal.sensor, signal.label, pin ?? 'no pin is left');
    return lines;
  }
  const columns = columnPlaces(instrument, board);
  const contacts = contactPlaces(instrument, board);
  for (const { id, lanes } of own)
    for (const lane of lanes) {
      if (lane.column !== undefined) add(id, lane.id, columns.shift()!.pin);
      for (const contact of lane.contacts ?? []) add(id, contact, contacts.shift()!.pin);
    }
  return lines;
}

const [WIDTH, LEFT, PIN_X, ROW, HEAD] = [1000, 30, 760, 22, 64];

/**
 * The wires of a board as a picture, SVG of its own: a block a sensor with how its part is wired, a line a signal to its pin.
 * Supply and ground stand in each block's words.
 */
export function wiringPicture(instrument: Instrument, board: Board): string {
  const own = instrument.sensors.filter((s) => s.board === board.id);
  const lines = linesOf(instrument, board);
  let y = 70;
  const blocks = own.map((sensor) => {
    const drawn = block(sensor, board, lines.get(sensor.id) ?? [], y);
    y += drawn.height;
    return drawn.svg;
  });
  const title = `${instrument.name}: wires of ${board.name}`;
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${WIDTH} ${y + 40}" width="${WIDTH}" height="${y + 40}" font-family="sans-serif" font-size="13" fill="#1c2f4a">`,
    `<title>${safe(title)}</title>`,
    `<rect width="${WIDTH}" height="${y + 40}" fill="#fbfcfc"/>`,
    text(LEFT, 32, title, 'font-size="20" font-weight="bold"'),
    text(
      LEFT,
      52,
      `Supply ${board.supplyVolts} V. Find which side of each plug is ground before the first plug.`,
    ),
    `<rect x="${PIN_X}" y="62" width="${WIDTH - PIN_X - 30}" height="${y - 62}" fill="none" stroke="#1c2f4a" stroke-width="1.5"/>`,
    text(PIN_X + 12, 80, `${board.name}`, 'font-size="12"'),
    ...blocks,
    text(
      LEFT,
      y + 22,
      'Made by Cheironom. A place such as 4.9 is row 4 and column 9 of a matrix; A5.11 is input 11 of the multiplexer on A5.',
    ),
    '</svg>\n',
  ].join('\n');
}

function block(sensor: Sensor, board: Board, lines: readonly Line[], y: number) {
  const circuit = kindPlanOf(sensor).circuit(factsOf(sensor));
  const pins = lines.flatMap(({ pin }) => (pin === NO_PIN ? [] : [pin]));
  const height = HEAD + ROW * lines.length;
  const wires = lines.map(({ from, pin }, i) => {
    const at = y + HEAD - 14 + ROW * i;
    const where = pin === NO_PIN ? 'on the bus' : pin;
    return [
      text(LEFT + 20, at + 4, from),
      `<path d="M ${LEFT + 330} ${at} H ${PIN_X}" stroke="#1c2f4a" stroke-width="1" fill="none"/>`,
      `<circle cx="${PIN_X}" cy="${at}" r="3.5"/>`,
      text(PIN_X + 12, at + 4, where, 'font-weight="bold"'),
    ].join('');
  });
  const svg = [
    text(LEFT, y + 16, `${sensor.name}, ${kindOf(sensor).name}`, 'font-size="15" font-weight="bold"'),
    text(LEFT, y + 34, connectWords(circuit, pins, board.supplyVolts), 'font-size="12"'),
    ...wires,
  ].join('\n');
  return { svg, height };
}

const text = (x: number, y: number, words: string, style = ''): string =>
  `<text x="${x}" y="${y}"${style ? ` ${style}` : ''}>${safe(words)}</text>`;

/** Names are the maker's own: none is markup, and what no XML text may hold is left out. */
const safe = (words: string): string =>
  words.replace(/[^\t\n\r\u0020-\ufffd]/g, '').replace(/[&<>"]/g, (c) => `&#${c.charCodeAt(0)};`);
