import { countAt, type LaneLevel } from '../lane-level';
import { extremesOf } from '../../../signal/quantile';
import { counted } from '../../../units/counted';
import { chatterOf } from '../chatter';
import { choiceOf, withChoice } from '../choice';
import type { PlayedTake } from '../../../calibrate/played-take';
import { phantomsPerHour } from '../../../calibrate/thresholds';
import { type Check } from './check';

/* Findings on the gate at the chosen thresholds, with the price of other ones. */

export const softMissed: Check = ({ readings, level, softUp, upSide, stats }) => {
  const { missed, of } = readings.missedSoft;
  if (missed === 0) return null;
  const lower = Math.floor(extremesOf(softUp).least);
  const off = Math.min(level.up.off, Math.floor(lower - 2 * stats.noise));
  const feasible = Number.isFinite(lower) && off >= 1 && lower < level.up.on;
  return {
    code: 'soft-missed',
    severity: 'doubt',
    says: `${missed} of ${of} soft gestures would play nothing.`,
    causes: ['the signal is too small beside its noise', 'those gestures were softer than you need'],
    cures: [
      ...(feasible
        ? [
            {
              says: `Set on to ${countAt(level, lower)}`,
              cost: `${perHourWords(phantomsPerHour(upSide, lower))} phantom notes`,
              set: { on: lower, off },
            },
          ]
        : []),
      { says: 'More signal: less bleed, or a gauge of a narrower range', cost: 'a part; clips sooner' },
      { says: 'Less noise: shorter wires, a capacitor at the pin', cost: 'a part, under 1 ms of lag' },
    ],
  };
};

const perHourWords = (n: number) => (n >= 1 ? `${Math.round(n)} an hour` : `one in ${Math.round(1 / n)} h`);

/** Hold-offs that are offered, ms. */
const HOLD_OFFS_MS = [10, 15, 20, 30, 40, 60, 80, 100, 150, 200];

export const chatter: Check = ({ readings, played, level, stats }) => {
  if (readings.chatter === 0) return null;
  const { on, off, holdOffMs } = choiceOf(level);
  const longer = HOLD_OFFS_MS.find(
    (ms) => ms > holdOffMs && chatterOf(played, { ...level, holdOffMs: ms }) === 0,
  );
  const higherOn = Array.from({ length: 8 }, (_, k) => on + Math.ceil((k + 1) * Math.max(1, stats.noise)))
    .map((higher) => withChoice(level, { on: higher, off, holdOffMs }))
    .find((l) => chatterOf(played, l) === 0);
  const missed = higherOn && missedAt(played, higherOn);
  return {
    code: 'chatter',
    severity: 'doubt',
    says: `The gate opened ${counted(readings.chatter, 'time')} more than you played.`,
    causes: [
      'the level rises slowly through the threshold',
      'the level dips inside a gesture',
      'the level springs back past rest after a release',
    ],
    cures: [
      ...(longer
        ? [
            {
              says: `Set the hold-off to ${longer} ms`,
              cost: `a note lasts at least that and can be repeated every ${2 * longer} ms`,
              set: { holdOffMs: longer },
            },
          ]
        : []),
      ...(higherOn
        ? [
            {
              says: `Set on to ${countAt(higherOn, higherOn.up.on)}, off stays`,
              cost: `${missed} soft ones missed; notes begin a little later`,
              set: { on: higherOn.up.on, off: higherOn.up.off },
            },
          ]
        : []),
      { says: 'Less noise: shorter wires, a capacitor at the pin', cost: 'a part, under 1 ms of lag' },
    ],
  };
};

export const onRaised: Check = ({ raisedBy }) =>
  raisedBy === 0
    ? null
    : {
        code: 'on-raised',
        severity: 'note',
        says: `On was raised by ${counted(raisedBy, 'count')}: lower, the gate can open more often than you play. No gesture is lost by it.`,
        causes: [
          'the level rises slowly through the threshold',
          'the level springs back past rest after a release',
        ],
        cures: [
          {
            says: 'Less noise: shorter wires, a capacitor at the pin',
            cost: 'a part, under 1 ms of lag; on comes down again',
          },
        ],
      };

/** Soft gestures that would play nothing with these thresholds. */
function missedAt(played: readonly PlayedTake[], level: LaneLevel): number {
  const whole = Math.round(level.rest);
  const soft = played.filter((t) => t.role === 'soft').flatMap((t) => t.gestures);
  return soft.filter((g) => Math.abs(g.peak - whole) < level.up.on).length;
}
