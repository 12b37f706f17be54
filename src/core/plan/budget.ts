import { kindPlanOf } from '../kinds/plans-registry';
import { wayOf } from '../ways/registry';
import { compile } from '../compile/compile';
import { boardNeeds } from '../exchange/firmware/image-size';
import { columnsOf, contactsOf } from '../instrument/access';
import type { Board, Transport } from '../instrument/board';
import type { Instrument } from '../instrument/document';
import { sendsOf } from '../stages/expression';
import { velocityStage } from '../stages/velocity';
import { boardsAfter } from './edit-series';
import { kindOf } from '../kinds/registry';
import { batteryHours, lightsMa } from '../parts/formulas';
import { cableByteUs, outByteUs, transportsOf } from '../instrument/transports';
import type { Figure } from '../parts/figure';
import type { ProgramNeeds } from './solve';

/** What a host's sound takes at 256 frames of 44.1 kHz, ms. */
const HOST_MS = 256 / 44.1;
/** A poll of a USB host, and the longest connection interval of a low-energy radio, ms. (From memory.) */
const USB_MS = 1;
const RADIO_MS = 15;
/** What players do not feel (Wessel & Wright, Computer Music Journal 26, 2002), ms. */
const FELT_MS = 10;
const NOTE_BYTES = 3;

/** Memory and program that a board needs, of an instrument whose sensors all have a calibration: from its own image. */
export function programFigures(
  draft: Instrument,
  board: Board,
): { memory: Figure; flash: Figure; needs: ProgramNeeds } {
  const image = compile(draft, board);
  const columns = columnsOf(draft, board).length;
  const contacts = contactsOf(draft, board).length;
  const needs = boardNeeds(image, columns, contacts);
  const numbers = [
    { name: 'columns', value: columns, unit: '' },
    { name: 'contacts', value: contacts, unit: '' },
    { name: 'most bytes a scan', value: image.max_bytes, unit: 'bytes' },
  ];
  const figure = (name: string, value: number, limit: number | undefined): Figure => ({
    ...{ name, value, unit: 'bytes', limit: limit ?? null, numbers },
    formula: 'the instrument compiled as it will be, with the runtime and the sketch',
  });
  return {
    memory: figure('memory', needs.memoryBytes, board.memoryBytes),
    flash: figure('program memory', needs.flashBytes, board.flashBytes),
    needs,
  };
}

/** Bytes a second that levels ask of a board's wire while all move, against what it carries. Notes come between. */
export function wireFigure(draft: Instrument, board: Board): Figure {
  // What other boards send into this one goes out on its wire too, as much as theirs carry.
  const merged = draft.links
    .filter((link) => link.to === board.id && link.from !== board.id)
    .flatMap((link) => draft.boards.find((b) => b.id === link.from) ?? [])
    .map((from) => {
      const { value, limit } = wireFigure(draft, from);
      return { name: from.name, value: Math.min(value, limit!), unit: 'bytes/s' };
    });
  const own = draft.sensors.filter((s) => s.board === board.id);
  const asked = draft.voices.flatMap((v) => {
    const sensor = v.is === 'note' ? undefined : own.find((s) => s.id === v.source.sensor);
    // What a gate moves is sent as rarely as a note.
    if (v.is === 'note' || !sensor || kindOf(sensor).ports[v.source.port]?.carries !== 'level') return [];
    return [{ name: v.id, value: sendsOf(v).bytes * (v.perSecond ?? board.scanHz), unit: 'bytes/s' }];
  });
  const all = [...asked, ...merged];
  return {
    ...{ name: 'asked of the wire', value: all.reduce((n, a) => n + a.value, 0), unit: 'bytes/s' },
    ...{
      formula:
        'Σ bytes · messages a second; the wire carries what its way out does, and thins levels, never notes',
      numbers: all,
    },
    ...{ limit: 1e6 / outByteUs(board), thinned: true },
  };
}

/** From a gesture to its sound, line by line, ms; the last line is their sum. */
export function latencyFigures(draft: Instrument, board: Board): Figure[] {
  const windows = draft.voices.flatMap((v) =>
    v.is === 'note' ? (velocityStage(v.velocity).attack?.(v.velocity).windowMs ?? []) : [],
  );
  const strikes = draft.sensors.flatMap((s) =>
    s.calibration ? wayOf(s.calibration).decisionMs(s.calibration) : [],
  );
  const line = (name: string, value: number, formula: string, numbers: Figure['numbers']): Figure => ({
    ...{ name, value, unit: 'ms', formula, numbers, limit: null },
  });
  const byte = cableByteUs(board) / 1000;
  const after = boardsAfter(draft, board.id);
  const ways: Record<Transport, Figure> = {
    cable: line('on the cable', NOTE_BYTES * byte, 'three bytes of a note · time of a byte', [
      { name: 'byte', value: byte, unit: 'ms' },
    ]),
    usb: line('over USB', USB_MS, 'a host asks once a millisecond', []),
    radio: line('over the radio', RADIO_MS, 'the longest connection interval', []),
  };
  // Over several ways out: as the slowest of them is heard.
  const sent = transportsOf(board)
    .map((own) => ways[own])
    .reduce((a, b) => (b.value > a.value ? b : a));
  const lines = [
    line('half a scan', 500 / board.scanHz, '500 / scan rate', [
      { name: 'scan rate', value: board.scanHz, unit: 'Hz' },
    ]),
    line(
      'window in which an attack is judged',
      Math.max(0, ...windows, ...strikes),
      'the longest of the voices',
      [],
    ),
    sent,
    ...(after.length === 0 ? [] : [throughLine(after)]),
    line('the computer’s own sound', HOST_MS, '256 frames / 44.1 kHz', []),
  ];
  const sum = lines.reduce((n, l) => n + l.value, 0);
  const all = lines.map(({ name, value, unit }) => ({ name, value, unit }));
  return [...lines, { ...line('from gesture to sound', sum, 'the sum of its lines', all), limit: FELT_MS }];
}

/** Each board that a message passes sends it again, once it has read it. */
function throughLine(after: readonly Board[]): Figure {
  const numbers = after.map((board) => ({
    ...{ name: board.name, unit: 'ms' },
    value: (NOTE_BYTES * cableByteUs(board)) / 1000 + 500 / board.scanHz,
  }));
  return {
    ...{ name: 'through the boards after it', unit: 'ms', limit: null, numbers },
    value: numbers.reduce((n, { value }) => n + value, 0),
    formula: 'each: three bytes once more, and half a scan until they are read; a whole scan at most',
  };
}

/** Share of full white that lights are planned for. (Common practice, no source.) */
const LIT = 0.3;

/** Supply current, and how long a battery lasts where there is one. */
export function powerFigures(instrument: Instrument): Figure[] {
  const { batteryMah: mAh } = instrument;
  const boards = instrument.boards.map((b) => ({ name: b.name, value: b.pins?.currentMa ?? 0, unit: 'mA' }));
  const sensors = instrument.sensors.map((s) => ({
    ...{ name: s.name, unit: 'mA' },
    value: kindPlanOf(s).currentMa * s.lanes.length,
  }));
  const { lights } = instrument;
  const lit = lights
    ? [{ name: `lights at ${100 * LIT} % of white`, value: lightsMa(lights.count, LIT), unit: 'mA' }]
    : [];
  const numbers = [...boards, ...sensors, ...lit];
  const value = numbers.reduce((n, { value }) => n + value, 0);
  const current: Figure = {
    name: 'supply current',
    value,
    unit: 'mA',
    formula: lights ? 'Σ boards + Σ sensors + lights · 3 · 20 mA · share' : 'Σ boards + Σ sensors',
    numbers,
    limit: null,
  };
  if (mAh === undefined || value <= 0) return [current];
  const hours: Figure = {
    ...{ name: 'a battery lasts', value: batteryHours(mAh, value), unit: 'h', limit: null },
    formula: '0.8 · mAh / mA: a fifth is left in it',
    numbers: [
      { name: 'battery', value: mAh, unit: 'mAh' },
      { name: 'current', value, unit: 'mA' },
    ],
  };
  return [current, hours];
}
