import { kindPlanOf } from '../kinds/plans-registry';
import type { Board } from '../instrument/board';
import type { Instrument } from '../instrument/document';
import { midiInputsOf } from '../instrument/midi-inputs';
import type { Sensor } from '../instrument/sensor';
import { factsOf } from '../kinds/facts';
import { counted } from '../units/counted';
import type { BoardPlan } from './board-plan';
import { pinFaults } from './pin-faults';
import { keeps, type Figure } from '../parts/figure';
import { lightWires } from '../parts/formulas';
import { CABLE_BAUD } from '../midi/messages';
import { loadOfBoard } from './load';
import { pinsOfBoard, roomOf, shortage, withChoosers } from './pins';
import type { Chips } from './scan';
import { signalsOf } from './signals';
import type { Fit } from './solve';
import { transportsOf } from '../instrument/transports';
import { offers, TRANSPORT_WORDS } from './transports';

/** What is wrong with a plan, or could be left out, in a sentence, with what to do. */
export interface PlanFinding {
  code: string;
  severity: 'fault' | 'doubt' | 'hint';
  /** Id of the sensor or board that it is about, or null. */
  about: string | null;
  says: string;
  cure: string;
  /** The figure that is past its limit, where it is about one. */
  figure?: string;
}

/** What is wrong with a plan, and what it does not need. */
export const planFindings = (
  instrument: Instrument,
  boards: readonly BoardPlan[],
  fits: readonly Fit[],
  latency: readonly Figure[],
): PlanFinding[] => [
  ...boards.flatMap((plan) => boardFindings(instrument, plan, fits)),
  ...instrument.sensors.flatMap(partFindings),
  ...lightFindings(instrument),
  ...lightsLate(instrument, boards),
  ...instrument.boards.flatMap((board) => inputFindings(instrument, board)),
  ...latencyFindings(latency),
];

/** What would make the longest line of a latency that is felt shorter; a window is a choice of the player's, no fault of the plan. */
const WINDOW = /window/;
const SHORTER: [line: RegExp, cure: string][] = [
  [/radio/, 'Lead it over a cable: a note is there within a millisecond.'],
  [WINDOW, 'Shorten the window in which an attack is judged, in Voice; velocities are then told from less.'],
  [/scan/, 'Scan more often: fewer inputs on the board, or a faster one.'],
  [/sound/, 'Ask the computer for a smaller buffer.'],
];

function latencyFindings(latency: readonly Figure[]): PlanFinding[] {
  const sum = latency[latency.length - 1];
  if (keeps(sum)) return [];
  const lines = latency.slice(0, -1);
  const longest = lines.reduce((a, b) => (b.value > a.value ? b : a));
  const says = `From gesture to sound ${Math.round(sum.value)} ms; over ${sum.limit} ms is felt. Most of it: ${longest.name}, ${Math.round(longest.value)} ms.`;
  const cure = SHORTER.find(([line]) => line.test(longest.name))?.[1] ?? '';
  const severity = WINDOW.test(longest.name) ? 'hint' : 'doubt';
  return [{ code: 'latency', severity, about: null, says, cure, figure: sum.name }];
}

/** What a board's MIDI inputs need of its serial ports. */
function inputFindings(instrument: Instrument, board: Board): PlanFinding[] {
  const ports = midiInputsOf(instrument, board);
  const about = board.id;
  const found: PlanFinding[] = [];
  ports.forEach((port, i) => {
    const from = 'from' in port ? instrument.boards.find(({ id }) => id === port.from)! : null;
    const baud = from?.midiBaud ?? CABLE_BAUD;
    if (i > 0 || baud === board.midiBaud) return;
    const name = from?.name ?? ('name' in port ? port.name : '');
    const says = `${name} sends at ${baud} baud, and ${board.name} listens on its first MIDI input at its own ${board.midiBaud}.`;
    found.push({
      ...{ code: 'input-baud', severity: 'fault', about, says },
      cure: 'Give both the same rate.',
    });
  });
  if (ports.length > 1)
    found.push({
      ...{ code: 'more-inputs', severity: 'doubt', about },
      says: `${board.name} has ${ports.length} MIDI inputs: each after the first takes another serial port of its own, and the pins of that.`,
      cure: 'Keep those pins free, or lead the inputs into each other, one after the other.',
    });
  if (ports.length > 0 && board.pins && board.pins.digital < FEW_PINS)
    found.push({
      ...{ code: 'one-port', severity: 'hint', about },
      says: `Where ${board.name} has one serial port, its MIDI input and the computer’s lead share it.`,
      cure: 'Unplug the input while a sketch is loaded.',
    });
  return found;
}
/** Boards with fewer digital pins have one serial port as a rule: common practice, no source. */
const FEW_PINS = 20;

/** What lights take of the first board's pins, and what would take less. */
function lightFindings({ lights, boards }: Instrument): PlanFinding[] {
  if (!lights) return [];
  const about = boards[0].id;
  if (lights.as === 'clocked')
    return [
      {
        ...{ code: 'lights', severity: 'hint', about },
        says: 'The strip of lights takes two digital pins, for its data and its clock, and its own supply leads.',
        cure: 'Keep its leads away from signal wires.',
      },
    ];
  if (lights.as === 'strip')
    return [
      {
        ...{ code: 'lights', severity: 'hint', about },
        // 24 bits of 1.25 us. (From memory.)
        says: `The strip of lights takes one digital pin, and its own supply leads. It has to be written in one go, about ${Math.ceil(0.03 * lights.count)} ms, in which nothing is scanned: the sketch leaves that to you.`,
        cure: 'A strip with a clock wire takes one pin more, and is written between scans.',
      },
    ];
  const says = `${counted(lights.count, 'light')} wired one by one ${lights.count === 1 ? 'takes' : 'take'} ${3 * lights.count} pins and ${lightWires(lights.count, 'single')} wires.`;
  return [
    {
      code: 'lights',
      severity: 'doubt',
      about,
      says,
      cure: 'A strip with a clock wire takes two pins and 4 wires in all.',
    },
  ];
}

/** Time that the sketch needs for a piece of a picture (firmware/sketch.ino), µs: chips whose converter has ten bits are slow. */
const pieceUs = (bits: number): number => (bits <= 10 ? 250 : 40);

/** Lights are written in what is left between two scans. */
function lightsLate(
  { lights, boards: [first], voices }: Instrument,
  plans: readonly BoardPlan[],
): PlanFinding[] {
  const scan = plans[0]?.figures.find(({ name }) => name === 'one scan')?.value;
  if (!lights || scan === undefined || !voices.some(({ is }) => is === 'light')) return [];
  const needs = scan + pieceUs(first.bits);
  if (1e6 / first.scanHz >= needs) return [];
  const hz = Math.floor(1e6 / needs);
  return [
    {
      ...{ code: 'lights-late', severity: 'doubt', about: first.id, figure: 'scan rate that is set' },
      says: `${first.name} has no time for its lights between two scans: they stand still.`,
      cure: `Scan ${hz} times a second at most.`,
    },
  ];
}

function boardFindings(instrument: Instrument, plan: BoardPlan, fits: readonly Fit[]): PlanFinding[] {
  const board = instrument.boards.find((b) => b.id === plan.board)!;
  const own = instrument.sensors.filter((s) => s.board === board.id);
  const about = board.id;
  const found: PlanFinding[] = [];
  if (!board.pins || !plan.wires)
    found.push({
      ...{ code: 'pins-not-told', severity: 'hint', about, says: `${board.name} has not told its pins.` },
      cure: 'Choose a class of boards.',
    });
  const short = board.pins
    ? shortage(
        roomOf(pinsOfBoard(board.pins)),
        withChoosers(loadOfBoard(instrument, board).needs, board.pins),
      )
    : null;
  if (short) {
    const left = plan.wires?.filter((w) => w.pin === null).length ?? 0;
    const says = `${board.name} has ${short.have} inputs for ${short.want} that are wanted; ${counted(left, 'wire finds', 'wires find')} no pin.`;
    found.push({ code: 'too-few-pins', severity: 'fault', about, says, cure: cureOf(plan.chips, fits) });
  }
  for (const { about: whose, says } of pinFaults(instrument, board))
    found.push({
      ...{ code: 'pin-taken', severity: 'fault', about: whose, says },
      cure: 'Drag its wire to another pin.',
    });
  const missing = transportsOf(board).find((own) => !offers(board, own));
  if (missing)
    found.push({
      ...{ code: 'transport', severity: 'doubt', about },
      says: `${board.name} is to play over ${TRANSPORT_WORDS[missing]}, which boards of its class lack: its sketch will not build.`,
      cure: 'Let it play over a MIDI cable, or take a board that can.',
    });
  if (plan.chips && plan.chips.expanders > 0)
    found.push({
      ...{
        code: 'chips',
        severity: 'hint',
        about,
        says: 'What hangs on an expander is read by a line of yours.',
      },
      cure: 'Say it in the sketch as READ_EXPANDED, or take a board with more inputs.',
    });
  for (const f of plan.figures.filter((f) => !keeps(f))) found.push(overBudget(board.name, about, f, fits));
  const slow = own.find((s) => kindPlanOf(s).rate.leastHz > board.scanHz);
  if (slow) {
    const { leastHz, because } = kindPlanOf(slow).rate;
    const says = `${board.name} is set to ${board.scanHz} scans a second; ${slow.name} wants ${leastHz}: ${because}.`;
    found.push({
      ...{ code: 'scan-too-slow', severity: 'fault', about: slow.id, says },
      cure: `Set ${leastHz} scans a second.`,
    });
  }
  return found;
}

/** A figure past its limit. The wire asks for less by itself: levels are thinned. */
function overBudget(board: string, about: string, f: Figure, fits: readonly Fit[]): PlanFinding {
  const says = `${board}: ${f.name}, ${Math.round(f.value)} ${f.unit}; ${f.atLeast ? 'at least' : 'at most'} ${Math.round(f.limit!)}.`;
  return f.thinned
    ? {
        ...{ code: 'wire', severity: 'doubt', about, says, figure: f.name },
        cure: 'Fewer messages a second would do; levels are thinned, notes never.',
      }
    : { code: 'over-budget', severity: 'fault', about, says, cure: cureOf(null, fits), figure: f.name };
}

/** What a sensor's own numbers cannot be, and what it does not need. */
function partFindings(sensor: Sensor): PlanFinding[] {
  const { check, spare } = kindPlanOf(sensor);
  const wrong = check?.(factsOf(sensor)) ?? null;
  const shared = signalsOf(sensor).every((s) => s.lane === null && !s.line);
  return [
    ...(shared
      ? [
          {
            ...{ code: 'no-own-pin', severity: 'hint' as const, about: sensor.id },
            says: `${sensor.name} has no pin of its own for a lane; its lanes read 0 until you say how they are read.`,
            cure: 'Say it in the sketch as READ_BUS.',
          },
        ]
      : []),
    ...(wrong ? [{ code: 'part', severity: 'fault' as const, about: sensor.id, ...wrong }] : []),
    ...(spare
      ? [
          {
            code: 'not-needed',
            severity: 'hint' as const,
            about: sensor.id,
            says: spare,
            cure: '',
          },
        ]
      : []),
  ];
}

/** What helps where a board has too little: chips, or the best class. */
function cureOf(chips: Chips | null, fits: readonly Fit[]): string {
  const added = chips
    ? [
        ...(chips.multiplexers > 0 ? [counted(chips.multiplexers, 'multiplexer')] : []),
        ...(chips.expanders > 0 ? [counted(chips.expanders, 'expander')] : []),
      ].join(' and ')
    : '';
  const best = fits.find((f) => f.way !== null);
  const other = best
    ? `${best.boards.length === 1 ? 'a' : best.boards.length} ${best.board.name}${best.boards.length > 1 ? ' in series' : ''}`
    : '';
  if (added && other) return `Add ${added}, or take ${other}.`;
  return added
    ? `Add ${added}.`
    : other
      ? `Take ${other}.`
      : 'No class of boards holds all of this: take some sensors out.';
}
