import { median } from '../signal/quantile';
import type { Role } from '../signal/take';
import type { Calibration } from '../instrument/document';
import { chatterOf } from './chatter';
import { choiceOf, withChoice } from './choice';
import type { Finding } from './findings';
import type { LevelEvidence, PlayedTake } from './level-types';
import { phantomsPerHour } from './thresholds';

type Check = (e: LevelEvidence) => Omit<Finding, 'sensor'> | null;

/** Everything that is noticed in a level's takes, worst first. Each check is one idea below. */
export function levelFindings(e: LevelEvidence): Finding[] {
  const order = { fault: 0, doubt: 1, note: 2 };
  return CHECKS.flatMap((check) => {
    const found = check(e);
    return found ? [{ ...found, sensor: e.job.sensor }] : [];
  }).sort((a, b) => order[a.severity] - order[b.severity]);
}

const redo = (role: Role, says: string, cost: string) => ({ says, cost, redo: role });

const clipped: Check = ({ clipping }) => {
  if (clipping.length === 0) return null;
  const { take, at } = clipping[0];
  return {
    code: 'clipped',
    severity: 'fault',
    evidence: { take: take.id, fromUs: take.tUs[at.from], toUs: take.tUs[at.to - 1] },
    says: `The converter is at its ${at.end} end in the ${take.role} take: playing past it is lost.`,
    causes: ['the gauge or divider swings past the converter’s range', 'supply and reference differ'],
    cures: [
      redo(
        take.role,
        'Bleed more air or use a gauge of a wider range, then play it again',
        'a part, some noise',
      ),
    ],
  };
};

const restMoves: Check = ({ rest, stats }) => {
  const limit = Math.max(10 * stats.noise, 5);
  let first = -1;
  for (let i = 0; i < rest.counts.length && first < 0; i++)
    if (Math.abs(rest.counts[i] - stats.rest) > limit) first = i;
  if (first < 0) return null;
  return {
    code: 'rest-moves',
    severity: 'doubt',
    evidence: { take: rest.id, fromUs: rest.tUs[first], toUs: rest.tUs[first] + 100_000 },
    says: `Something moved in the rest take: ${Math.round(Math.abs(rest.counts[first] - stats.rest))} counts away from rest. The threshold was raised past it.`,
    causes: ['the instrument was touched or breathed into', 'a loose wire or a knock'],
    cures: [redo('rest', 'Let go of the instrument and record rest again', 'about 8 s')],
  };
};

const noRestBetween: Check = ({ played, stats }) => {
  const take = played.find(
    (t) =>
      t.role !== 'hold' &&
      t.role !== 'sweep' &&
      t.gestures.length > 0 &&
      shareAtRest(t, stats.rest, stats.noise) < 0.03,
  );
  if (!take) return null;
  return {
    code: 'no-rest-between',
    severity: 'doubt',
    evidence: { take: take.id, fromUs: take.tUs[0], toUs: take.tUs[take.tUs.length - 1] },
    says: `The ${take.role} take never comes back to rest, so its gestures cannot be told apart.`,
    causes: ['gestures were played without letting go', 'rest has moved since the rest take'],
    cures: [
      redo(take.role, 'Play it again and let it come back to rest each time', 'about 20 s'),
      redo('rest', 'Record rest again', 'about 8 s'),
    ],
  };
};

function shareAtRest(take: PlayedTake, rest: number, noise: number): number {
  const near = Math.max(3, 4 * noise);
  let n = 0;
  for (let i = 0; i < take.counts.length; i++)
    if (Math.abs(take.counts[i] - rest) <= near || Math.abs(take.counts[i] - take.restHere) <= near) n++;
  return take.counts.length === 0 ? 1 : n / take.counts.length;
}

const reversedDynamics: Check = ({ played, stats }) => {
  const peaks = (role: Role) =>
    played
      .filter((t) => t.role === role)
      .flatMap((t) => t.gestures.map((g) => Math.abs(g.peak - stats.rest)));
  const order: Role[] = ['soft', 'medium', 'loud'];
  const known = order.map((role) => ({ role, p: peaks(role) })).filter(({ p }) => p.length > 0);
  const wrong = known.findIndex(({ p }, i) => i > 0 && median(p) <= median(known[i - 1].p));
  if (wrong < 0) return null;
  const [low, high] = [known[wrong - 1].role, known[wrong].role];
  return {
    code: 'dynamics-reversed',
    severity: 'fault',
    says: `The ${low} take is louder than the ${high} one, so the limits cannot be trusted.`,
    causes: ['the takes were mixed up', 'the playing did not follow the prompt'],
    cures: [redo(low, `Play ${low} again`, 'about 30 s'), redo(high, `Play ${high} again`, 'about 12 s')],
  };
};

const creeping: Check = ({ stats, played, calibration }) => {
  const rate = stats.driftPerMinute ?? 0;
  const moved = played.reduce((most, t) => {
    const by = t.restHere - stats.rest;
    return Math.abs(by) > Math.abs(most) ? by : most;
  }, 0);
  const byMove = Math.abs(moved) > Math.max(1, 2 * stats.noise);
  // A drift is worth a word when ten minutes of it would eat half the way from rest to "on".
  const byRate =
    Math.abs(rate) * 10 > Math.abs(calibration.on - calibration.rest) / 2 && Math.abs(rate) > stats.noise;
  if (!byMove && !byRate) return null;
  const amount = byMove
    ? `${Math.abs(moved).toFixed(1)} counts between takes`
    : `${Math.abs(rate).toFixed(1)} counts a minute`;
  return {
    code: 'rest-creeping',
    severity: 'doubt',
    says: `Rest is creeping ${(byMove ? moved : rate) > 0 ? 'up' : 'down'}: ${amount}.`,
    causes: ['moisture in the tube (swab and dry it)', 'the gauge is still warming up'],
    cures: [redo('rest', 'Dry it, wait a minute and record rest again', 'about 8 s')],
  };
};

const restShort: Check = ({ stats }) =>
  stats.longEnough
    ? null
    : {
        code: 'rest-short',
        severity: 'doubt',
        says: `The rest take is too short to know: rest is only sure to ±${stats.standardError.toFixed(1)} counts.`,
        causes: ['too few frames for this noise'],
        cures: [redo('rest', 'Record a longer rest', 'about 8 s')],
      };

const softMissed: Check = ({ readings, calibration, softUp, upSide, stats }) => {
  const { missed, of } = readings.missedSoft;
  if (missed === 0) return null;
  const whole = Math.round(stats.rest);
  const sign = calibration.polarity === 'falling' ? -1 : 1;
  const lower = Math.floor(Math.min(...softUp));
  const off = Math.min(Math.abs(calibration.off - whole), Math.floor(lower - 2 * stats.noise));
  const feasible = Number.isFinite(lower) && off >= 1 && lower < Math.abs(calibration.on - whole);
  return {
    code: 'soft-missed',
    severity: 'doubt',
    says: `${missed} of ${of} soft gestures would play nothing.`,
    causes: ['the signal is too small beside its noise', 'those gestures were softer than you need'],
    cures: [
      ...(feasible
        ? [
            {
              says: `Set on to ${whole + sign * lower}`,
              cost: `${perHourWords(phantomsPerHour(upSide, lower))} phantom notes`,
              set: { on: whole + sign * lower, off: whole + sign * off },
            },
          ]
        : []),
      { says: 'More signal: less bleed, or a gauge of a narrower range', cost: 'a part; clips sooner' },
      { says: 'Less noise: shorter wires, a capacitor at the pin', cost: 'a part, under 1 ms of lag' },
    ],
  };
};

const perHourWords = (n: number) => (n >= 1 ? `${Math.round(n)} an hour` : `one in ${Math.round(1 / n)} h`);

const fewSoft: Check = ({ readings: { missedSoft } }) =>
  missedSoft.of >= 20
    ? null
    : {
        code: 'few-soft',
        severity: 'note',
        says:
          missedSoft.of === 0
            ? 'No soft gestures were played, so nothing is known of missed ones.'
            : `${missedSoft.of} soft gestures leave up to ${Math.round(100 * missedSoft.upTo!)} % unknown. Twenty bring that to 14 %.`,
        causes: ['the soft take is short'],
        cures: [redo('soft', 'Play twenty soft ones', 'about 30 s')],
      };

const range: Check = ({ readings }) => {
  if (readings.useOfRange >= 0.5) return null;
  const poor = readings.useOfRange < 0.25;
  return {
    code: poor ? 'range-poor' : 'range-fair',
    severity: poor ? 'doubt' : 'note',
    says: `Playing uses ${Math.round(100 * readings.useOfRange)} % of the converter: ${poor ? 'poor' : 'fair'}.`,
    causes: ['the gauge’s range is wider than your playing', 'the gauge is not amplified'],
    cures: [{ says: 'A gauge of a narrower range, or an amplifier', cost: 'a part; clips sooner' }],
  };
};

const inverted: Check = ({ sidedness }) =>
  sidedness === 'falling'
    ? {
        code: 'inverted',
        severity: 'note',
        says: 'Playing lowers the count: the sensor is upside down. That is allowed for; nothing needs to be turned.',
        causes: ['the gauge’s other port is the one you play', 'the divider is wired the other way'],
        cures: [],
      }
    : null;

const hum: Check = ({ hum: found, stats }) => {
  const worst = found.find((h) => h.amplitude > 0.5 * stats.noise && h.ratio > 10);
  return worst
    ? {
        code: 'hum',
        severity: 'note',
        says: `Mains hum of ${worst.amplitude.toFixed(1)} counts at ${worst.hz} Hz is in the rest take.`,
        causes: ['wires run beside a mains lead or a supply', 'no common ground'],
        cures: [
          { says: 'Twist signal and ground together and keep them off mains leads', cost: 'a few minutes' },
        ],
      }
    : null;
};

const freezes: Check = ({ timing }) =>
  timing.gaps > 0
    ? {
        code: 'freezes',
        severity: 'doubt',
        says: `The stream froze ${timing.gaps} times in the rest take, over three frames long each.`,
        causes: ['the sketch waits somewhere', 'the cable or hub drops data'],
        cures: [redo('rest', 'Use another cable and record rest again', 'about 8 s')],
      }
    : null;

const chatter: Check = ({ readings, played, calibration, stats }) => {
  if (readings.chatter === 0) return null;
  const { on, off } = choiceOf(calibration);
  const calmer = Array.from({ length: 8 }, (_, k) => on + Math.ceil((k + 1) * Math.max(1, stats.noise)))
    .map((higher) => withChoice(calibration, { on: higher, off }))
    .find((c) => chatterOf(played, c) === 0);
  const missed = calmer && missedAt(played, calmer);
  return {
    code: 'chatter',
    severity: 'doubt',
    says: `The gate opened ${readings.chatter} times more than you played.`,
    causes: ['the level rises slowly through the threshold', 'the level dips inside a gesture'],
    cures: calmer
      ? [
          {
            says: `Set on to ${calmer.on}, off stays`,
            cost: `${missed} soft ones missed; notes begin a little later`,
            set: { on: calmer.on, off: calmer.off },
          },
        ]
      : [{ says: 'Less noise: shorter wires, a capacitor at the pin', cost: 'a part, under 1 ms of lag' }],
  };
};

const calmed: Check = ({ raisedBy }) =>
  raisedBy === 0
    ? null
    : {
        code: 'calmed',
        severity: 'note',
        says: `On was raised by ${raisedBy} counts: lower, slow attacks open the gate more than once. No gesture is lost by it.`,
        causes: ['the level rises slowly through the threshold', 'much noise for so slow a rise'],
        cures: [
          {
            says: 'Less noise: shorter wires, a capacitor at the pin',
            cost: 'a part, under 1 ms of lag; on comes down again',
          },
        ],
      };

/** Soft gestures that would play nothing with these thresholds. */
function missedAt(played: readonly PlayedTake[], c: Calibration): number {
  const whole = Math.round(c.rest);
  const soft = played.filter((t) => t.role === 'soft').flatMap((t) => t.gestures);
  return soft.filter((g) => Math.abs(g.peak - whole) < choiceOf(c).on).length;
}

const dead: Check = ({ stats, rest }) =>
  stats.excursion < 1 && new Set(Array.from(rest.counts)).size === 1
    ? {
        code: 'one-value',
        severity: 'note',
        says: 'The rest take holds one value only: the noise is under half a count, or the input is not connected.',
        causes: ['a very quiet sensor', 'the pin is not wired, or tied to a rail'],
        cures: [redo('rest', 'Check the wire and record rest again', 'about 8 s')],
      }
    : null;

const CHECKS: Check[] = [
  clipped,
  reversedDynamics,
  restMoves,
  noRestBetween,
  creeping,
  restShort,
  softMissed,
  freezes,
  chatter,
  calmed,
  range,
  dead,
  hum,
  inverted,
  fewSoft,
];
