import type { Change } from '../../findings/change';
import type { Finding } from '../../findings/finding';
import type { Instrument } from '../../instrument/document';
import type { Voice } from '../../instrument/voices';
import { MUCH_OVERLAP } from '../../calibrate/dynamics';
import { counted } from '../../units/counted';
import { gateSet } from '../../ways/gate-set';
import { AIM_JITTER_MS, AIM_MS } from '../aims';
import type { LatencyParts } from '../latency';
import { judgedVoices } from '../intended';
import type { Frames } from '../../signal/take';
import type { Proved, SensorProved } from '../proved';

const PART_WORDS: Record<keyof LatencyParts, string> = {
  rise: 'the gesture itself: from a tenth of its rise to the threshold',
  scan: 'the scan: it is looked at too seldom',
  filter: 'a filter',
  window: 'the window in which a velocity is measured, or fingers settle',
  debounce: 'settling, debounce and hold-off',
  wire: 'the wire: what was queued before it, and its own bytes',
};

/** What is too late, too crowded, or too much alike. */
export const figureFindings = (instrument: Instrument, take: Frames, proved: Proved): Finding[] => [
  ...proved.sensors.flatMap((own) => lateFinding(instrument, take, own) ?? []),
  ...proved.wires.flatMap((wire) => wireFinding(instrument, proved, wire) ?? []),
  ...freezeFindings(proved),
  ...overlapFindings(proved),
];

function freezeFindings({ freezes: { n, longestMs, atUs } }: Proved): Finding[] {
  if (atUs === null) return [];
  return [
    {
      ...{ code: 'freezes', severity: 'doubt', sensor: '' },
      evidence: { take: 'take', fromUs: atUs, toUs: atUs + 1000 * longestMs },
      says: `${counted(n, 'freeze')}: no frame for up to ${longestMs.toFixed(0)} ms. Whatever was played meanwhile is late, or lost.`,
      causes: [
        'the sketch waits for something: a print, a bus, lights',
        'the cable or the computer was busy',
      ],
      cures: [{ says: 'Let the sketch wait for nothing', cost: 'the one from Load does not' }],
    },
  ];
}

/** The board's own part of a latency. */
const BOARD: readonly (keyof LatencyParts)[] = ['scan', 'filter', 'window', 'debounce', 'wire'];

function lateFinding(
  instrument: Instrument,
  take: Frames,
  { sensor: id, latency }: SensorProved,
): Finding | null {
  if (!latency) return null;
  const board = BOARD.reduce((sum, part) => sum + latency.parts[part], 0);
  if (board <= AIM_MS && latency.boardJitter <= AIM_JITTER_MS) return null;
  const sensor = instrument.sensors.find((s) => s.id === id)!;
  const parts = [...BOARD]
    .sort((a, b) => latency.parts[b] - latency.parts[a])
    .filter((p) => latency.parts[p] > 0.05);
  const says =
    board > AIM_MS
      ? `${sensor.name} is ${board.toFixed(1)} ms late once its threshold is passed, on average; ${AIM_MS} ms are aimed at.`
      : `${sensor.name} is late by amounts that spread over ${latency.boardJitter.toFixed(1)} ms; ${AIM_JITTER_MS} ms is aimed at.`;
  return {
    ...{ code: board > AIM_MS ? 'late' : 'jitter', severity: 'doubt', sensor: id, says },
    causes: parts.map((part) => `${PART_WORDS[part]} (${latency.parts[part].toFixed(1)} ms)`),
    cures: quickened(instrument, take, id),
  };
}

/** Half of each window that a sensor's notes wait for. */
function quickened(instrument: Instrument, take: Frames, id: string): Finding['cures'] {
  const sensor = instrument.sensors.find((s) => s.id === id)!;
  const voices = judgedVoices(instrument, take).filter(({ gate }) => gate.sensor === id);
  const tries = voices.flatMap(({ id: voice, velocity, pitch }): Change[] => {
    const windowMs =
      velocity.is === 'attack' && velocity.windowMs > 2 ? { windowMs: velocity.windowMs / 2 } : {};
    const settle = 'settleMs' in pitch && pitch.settleMs ? { settleMs: pitch.settleMs / 2 } : {};
    const values = { ...windowMs, ...settle };
    return Object.keys(values).length > 0 ? [{ is: 'voice', voice, values }] : [];
  });
  const gate = gateSet(sensor, null);
  if (gate?.windowMs && gate.windowMs > 1.5)
    tries.push({ is: 'gate', sensor: id, lane: null, values: { windowMs: gate.windowMs / 2 } });
  return tries.length === 0
    ? []
    : [{ says: 'Halve the time it takes to judge', cost: 'velocities tell less of how hard it was', tries }];
}

/** A queue of so long is heard, ms; so much of what a wire carries is full. */
const LONG_QUEUE_MS = 10;
const FULL = 0.9;
/** Messages a second that are enough for a controller. (Common practice, no source.) */
const ENOUGH_A_SECOND = 60;

function wireFinding(instrument: Instrument, { seconds }: Proved, wire: Proved['wires'][0]): Finding | null {
  const full = wire.busiestBytes > FULL * wire.carries;
  if (!full && (wire.worst?.ms ?? 0) <= LONG_QUEUE_MS) return null;
  const tries = instrument.voices
    .filter((voice) => isFree(voice) && boardOfVoice(instrument, voice) === wire.board)
    .map(({ id }): Change => ({ is: 'voice', voice: id, values: { perSecond: ENOUGH_A_SECOND } }));
  const { atUs = 0 } = wire.worst ?? {};
  return {
    ...{ code: 'wire-full', severity: full ? 'fault' : 'doubt', sensor: '' },
    evidence: { take: 'take', fromUs: atUs, toUs: Math.min(1e6 * seconds, atUs + 1e5) },
    says: `Up to ${(wire.worst?.ms ?? 0).toFixed(1)} ms were queued on the wire, and ${wire.busiestBytes} of ${Math.round(wire.carries)} bytes went in the busiest second.`,
    causes: ['controllers that say every step', 'many notes at once'],
    cures:
      tries.length > 0
        ? [
            {
              says: `At most ${ENOUGH_A_SECOND} messages a second of each controller`,
              cost: 'a controller moves in larger steps',
              tries,
            },
          ]
        : [{ says: 'A faster wire, or fewer controllers', cost: 'Plan, the board’s baud' }],
  };
}

const isFree = (voice: Voice): boolean =>
  voice.is !== 'note' && voice.is !== 'light' && (voice.perSecond ?? Infinity) > ENOUGH_A_SECOND;

const boardOfVoice = ({ sensors }: Instrument, voice: Voice): string | undefined =>
  voice.is === 'note' ? undefined : sensors.find(({ id }) => id === voice.source.sensor)?.board;

const overlapFindings = ({ velocities }: Proved): Finding[] =>
  (velocities?.overlaps ?? [])
    .filter(({ overlap }) => overlap > MUCH_OVERLAP)
    .map(({ softer, harder, overlap }) => ({
      ...{ code: 'dynamics-overlap', severity: 'doubt', sensor: '' },
      says: `${Math.round(100 * overlap)} % of ${softer} notes are no softer than ${harder} ones: they are hardly two dynamics.`,
      causes: ['the velocity window is too short', 'the curve is flat where you play'],
      cures: [{ says: 'Shape the curve from these takes', cost: 'Shape' }],
    }));
