import { counted } from '../../../units/counted';
import { movedLimit } from '../../../calibrate/rest-outliers';
import { redo, type Check } from './check';

/* Findings on rest: in the rest take, and in the played ones. */

export const restMoves: Check = ({ rest, stats, leftOut }) => {
  const limit = movedLimit(stats.noise);
  let first = -1;
  for (let i = 0; i < rest.counts.length && first < 0; i++)
    if (Math.abs(rest.counts[i] - stats.rest) > limit) first = i;
  if (first < 0) return null;
  return {
    code: 'rest-moves',
    severity: 'doubt',
    evidence: { take: rest.id, fromUs: rest.tUs[first], toUs: rest.tUs[first] + 100_000 },
    says: `Something moved in the rest take: ${Math.round(Math.abs(rest.counts[first] - stats.rest))} counts away from rest. ${leftOut.length > 0 ? 'It is as strong as soft playing and was left out; if it was not you, record rest again.' : 'The threshold was raised past it.'}`,
    causes: ['the instrument was touched or breathed into', 'a loose wire or a knock'],
    cures: [redo('rest', 'Let go of the instrument and record rest again', 'about 8 s')],
  };
};

/** A drift is believed from so many standard errors on: √12 of the mean's over the take's length, for a straight line. */
const SURE_SIGMAS = 3;

export const creeping: Check = ({ stats, rest, played, level }) => {
  const rate = stats.driftPerMinute ?? 0;
  const moved = played.reduce((most, t) => {
    const by = t.restHere - stats.rest;
    return Math.abs(by) > Math.abs(most) ? by : most;
  }, 0);
  const byMove = Math.abs(moved) > Math.max(1, 2 * stats.noise);
  // A drift is worth a word when ten minutes of it would eat half the way from rest to "on".
  const minutes = (rest.tUs[rest.tUs.length - 1] - rest.tUs[0]) / 60e6;
  const unsure = (SURE_SIGMAS * Math.sqrt(12) * stats.standardError) / minutes;
  const byRate = Math.abs(rate) * 10 > level.up.on / 2 && Math.abs(rate) > Math.max(stats.noise, unsure);
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

export const restShort: Check = ({ stats }) =>
  stats.longEnough
    ? null
    : {
        code: 'rest-short',
        severity: 'doubt',
        says: `The rest take is too short to know: rest is only sure to ±${stats.standardError.toFixed(1)} counts.`,
        causes: ['too few frames for this noise'],
        cures: [redo('rest', 'Record a longer rest', 'about 8 s')],
      };

export const dead: Check = ({ stats, rest }) =>
  stats.excursion < 1 && new Set(Array.from(rest.counts)).size === 1
    ? {
        code: 'one-value',
        severity: 'note',
        says: 'The rest take holds one value only: the noise is under half a count, or the input is not connected.',
        causes: ['a very quiet sensor', 'the pin is not wired, or tied to a rail'],
        cures: [redo('rest', 'Check the wire and record rest again', 'about 8 s')],
      }
    : null;

export const hum: Check = ({ hum: found, stats }) => {
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

export const freezes: Check = ({ timing }) =>
  timing.gaps > 0
    ? {
        code: 'freezes',
        severity: 'doubt',
        says: `The stream froze ${counted(timing.gaps, 'time')} in the rest take, for over three frames.`,
        causes: ['the sketch waits somewhere', 'the cable or hub drops data'],
        cures: [redo('rest', 'Use another cable and record rest again', 'about 8 s')],
      }
    : null;
