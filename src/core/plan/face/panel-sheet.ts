import type { Instrument } from '../../instrument/document';
import { kindOf } from '../../kinds/registry';
import { escapeHtml } from '../../exchange/record/page';
import { edgesOfAll, type Box } from './box';
import { outlineOf, placesOf, placeWord, type Place } from './places';
import { nameOf } from './touching';

/** Round a part that is sunk into the panel, on each side, mm. (Common practice, no source.) */
const CUT_CLEARANCE_MM = 0.5;
/** Where nothing is known of a part: a hole for its leads, mm. */
const LEADS_MM = 3;
/** Below the face: a ruler of so many mm, to see whether the print has its size. */
const RULER_MM = 100;
const FOOT_MM = 22;

/** One hole of the panel, mm on the face: drilled round, or cut along a box. */
export type Hole = { at: { x: number; y: number }; drill: number } | { cut: Box };

/** The hole that a part wants, by its kind. */
export function holeOf({ sensor, box }: Place): Hole {
  const { hole } = kindOf(sensor).face;
  if (typeof hole === 'object') return { at: endOf(box), drill: hole.end };
  if (hole !== 'cut') return { at: { x: box.x, y: box.y }, drill: hole ?? LEADS_MM };
  const more = 2 * CUT_CLEARANCE_MM;
  return { cut: { ...box, width: box.width + more, height: box.height + more } };
}

/** From the end of a strip to the middle of the hole for its tail, mm. (Common practice, no source.) */
const TAIL_MM = 8;

/** Where the tail of a strip goes through: near its left end, as it is turned. */
function endOf({ x, y, width, turn }: Box): { x: number; y: number } {
  const back = Math.max(0, width / 2 - TAIL_MM);
  const angle = (turn * Math.PI) / 180;
  return { x: x - back * Math.cos(angle), y: y - back * Math.sin(angle) };
}

/** The face of an instrument at its true size: each part dashed, each hole firm with its middle, a ruler below. */
export function panelSheet(instrument: Instrument): string {
  const { width, height } = outlineOf(instrument, placesOf(instrument));
  return svg({ x: 0, y: 0, width, height: height + FOOT_MM }, drawn(instrument));
}

/** What is drawn, whatever part of it is looked at. */
function drawn(instrument: Instrument): string {
  const places = placesOf(instrument);
  const { width, height } = outlineOf(instrument, places);
  const keybeds = keybedsOf(places);
  return [
    `<rect x="0" y="0" width="${mm(width)}" height="${mm(height)}" fill="none" stroke="#0f2f3d" stroke-width="0.3"/>`,
    ...places.map((place) => outlineOfPart(place)),
    ...places.filter(({ shape }) => shape !== 'keys').map(holePart),
    ...keybeds.map(({ place, box }) => holePart({ ...place, box })),
    ruler(height),
    text(
      RULER_MM + 24,
      height + 10,
      `${instrument.name}: print at 100 %. The ruler must measure ${RULER_MM} mm.`,
      3.6,
    ),
    text(
      RULER_MM + 24,
      height + 15,
      'Try one hole in a scrap first; the sheet of each part decides its size.',
      3.2,
    ),
  ].join('\n');
}

interface View {
  x: number;
  y: number;
  width: number;
  height: number;
}

const svg = ({ x, y, width, height }: View, inside: string): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="${mm(width)}mm" height="${mm(height)}mm" viewBox="${[x, y, width, height].map(mm).join(' ')}" font-family="sans-serif" fill="#0f2f3d">
${inside}
</svg>
`;

/** A length with what a saw can do. */
const mm = (value: number): string => String(Number(value.toFixed(2)));

/** Keys of one bed are sunk together: one hole round all of them. */
function keybedsOf(places: readonly Place[]): { place: Place; box: Box }[] {
  const beds = new Map<string, Place[]>();
  for (const place of places)
    if (place.shape === 'keys') beds.set(place.sensor.id, [...(beds.get(place.sensor.id) ?? []), place]);
  return [...beds.values()].map((own) => {
    const { left, right, top, bottom } = edgesOfAll(own.map(({ box }) => box));
    const box = {
      x: (left + right) / 2,
      y: (top + bottom) / 2,
      width: right - left,
      height: bottom - top,
      turn: 0,
    };
    return { place: { ...own[0], lanes: own.flatMap(({ lanes }) => lanes) }, box };
  });
}

function outlineOfPart({ box, shape }: Place): string {
  const turned = `transform="rotate(${mm(box.turn)} ${mm(box.x)} ${mm(box.y)})"`;
  return shape === 'round'
    ? `<ellipse cx="${mm(box.x)}" cy="${mm(box.y)}" rx="${mm(box.width / 2)}" ry="${mm(box.height / 2)}" ${turned} ${DASHED}/>`
    : `<rect x="${mm(box.x - box.width / 2)}" y="${mm(box.y - box.height / 2)}" width="${mm(box.width)}" height="${mm(box.height)}" ${turned} ${DASHED}/>`;
}

/** A hole, with what it is for and its size. */
function holePart(place: Place): string {
  const { box } = place;
  const hole = holeOf(place);
  const label = text(box.x, box.y + box.height / 2 + 4, labelOf(place, hole), 2.8, 'middle');
  return ['cut' in hole ? cut(hole.cut) : drilled(hole.at, hole.drill), label].join('\n');
}

const DASHED = 'fill="none" stroke="#4a6470" stroke-width="0.2" stroke-dasharray="1.5 1"';
const FIRM = 'fill="none" stroke="#0f2f3d" stroke-width="0.3"';

const labelOf = (place: Place, hole: Hole): string =>
  'cut' in hole
    ? `${place.shape === 'keys' ? place.sensor.name : nameOf(place)}: cut ${mm(hole.cut.width)} × ${mm(hole.cut.height)}`
    : `${placeWord(place)} ⌀${mm(hole.drill)}`;

function drilled({ x, y }: { x: number; y: number }, drill: number): string {
  const arm = drill / 2 + 2;
  return `<circle cx="${mm(x)}" cy="${mm(y)}" r="${mm(drill / 2)}" ${FIRM}/><path d="M ${mm(x - arm)} ${mm(y)} H ${mm(x + arm)} M ${mm(x)} ${mm(y - arm)} V ${mm(y + arm)}" ${FIRM} />`;
}

const cut = ({ x, y, width, height, turn }: Box): string =>
  `<rect x="${mm(x - width / 2)}" y="${mm(y - height / 2)}" width="${mm(width)}" height="${mm(height)}" transform="rotate(${mm(turn)} ${mm(x)} ${mm(y)})" ${FIRM}/>`;

/** A ruler with a tick each cm, longer ones at its ends and its middle. */
function ruler(top: number): string {
  const ticks = Array.from(
    { length: RULER_MM / 10 + 1 },
    (_, i) => `M ${5 + 10 * i} ${mm(top + 6)} v ${i % 5 === 0 ? 5 : 3}`,
  );
  return `<path d="M 5 ${mm(top + 6)} h ${RULER_MM} ${ticks.join(' ')}" ${FIRM}/>${text(5, top + 16, '0', 3)}${text(5 + RULER_MM, top + 16, `${RULER_MM} mm`, 3)}`;
}

const text = (x: number, y: number, words: string, size: number, anchor = 'start'): string =>
  `<text x="${mm(x)}" y="${mm(y)}" font-size="${size}" text-anchor="${anchor}">${escapeHtml(words)}</text>`;

/** What a sheet of paper shows of a tile, mm (A4 with margins of 15), and how much neighbours share. */
const PAPER = { width: 180, height: 257 };
const OVERLAP_MM = 10;

/** The parts of the sheet that go on a page each, row by row; neighbours share a strip, so that they can be glued. */
export function tilesOf(whole: { width: number; height: number }): View[] {
  const starts = (length: number, page: number) => {
    const step = page - OVERLAP_MM;
    const n = Math.max(1, Math.ceil((length - OVERLAP_MM) / step));
    return Array.from({ length: n }, (_, i) => i * step);
  };
  return starts(whole.height, PAPER.height).flatMap((y) =>
    starts(whole.width, PAPER.width).map((x) => ({ x, y, ...PAPER })),
  );
}

/** The sheet in tiles, a page each, as what stands on a page to print. */
export function panelTiles(instrument: Instrument): string {
  const { width, height } = outlineOf(instrument, placesOf(instrument));
  const tiles = tilesOf({ width, height: height + FOOT_MM });
  const across = new Set(tiles.map(({ x }) => x)).size;
  const inside = drawn(instrument);
  return tiles
    .map((view, i) => {
      const words = `${escapeHtml(instrument.name)}, row ${1 + Math.floor(i / across)}, column ${1 + (i % across)} of ${tiles.length / across} × ${across}. Neighbours share ${OVERLAP_MM} mm; print at 100 %.`;
      const edge = `<rect x="${mm(view.x)}" y="${mm(view.y)}" width="${view.width}" height="${view.height}" fill="none" stroke="#c7d4d8" stroke-width="0.3"/>`;
      return `<section class="tile"><p>${words}</p>${svg(view, `${inside}\n${edge}`)}</section>`;
    })
    .join('\n');
}

/** How the tiles lie on paper. */
export const TILE_STYLE = `@page{size:A4;margin:12mm 15mm}body{margin:0;font:9pt system-ui,sans-serif;color:#0f2f3d}.tile{break-after:page}.tile p{margin:0 0 2mm}.tile svg{display:block}`;
