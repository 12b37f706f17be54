import type { Cure } from '../../findings/finding';
import { falseTriggersPerHour } from '../../calibrate/false-triggers';
import { rateOf } from '../../calibrate/onset';
import { boardOf } from '../../instrument/access';
import { gateWord, inOrder, rangeWords, tryGate, UNDER, type Case, type Why } from './case';

/** Too soft for the threshold, shut out by a hold-off, or not on the trace at all. */
export function whyMissed(own: Case): Why {
  const { moments, proved, gate } = own;
  const onsets = moments.map(({ intended }) => proved.intended[intended!].onset);
  const short = onsets.flatMap((onset) => (onset && onset.crossedUs === null ? [onset.peak] : []));
  const crossed = onsets.filter((onset) => onset && onset.crossedUs !== null).length;
  const unseen = onsets.filter((onset) => !onset).length;
  const causes: [n: number, says: string][] = [
    [
      short.length,
      short.length > 0
        ? `too soft: ${rangeWords(short, gate)} where “on” lies at ${gateWord(gate?.on, gate)}`
        : '',
    ],
    [
      crossed,
      gate?.quiet
        ? `within the ${gate.quiet} of the one before, or while another gate was shut`
        : 'another gate was shut, or its scene does not live',
    ],
    [unseen, 'the trace does not move there: not played, a wire that is off, or another take'],
  ];
  const cures: Cure[] = [];
  if (short.length > 0 && gate?.on !== undefined) cures.push(...lowerOn(own, Math.min(...short)));
  if (crossed > 0 && gate?.quietMs) cures.push(...shorterQuiet(own));
  return { causes: inOrder(causes), cures };
}

function lowerOn(own: Case, softest: number): Cure[] {
  const gate = own.gate!;
  const least = gate.leastOn ?? 0;
  const most = UNDER * softest;
  if (most < least)
    return [
      {
        says: `More signal, or less noise: ${gateWord(softest, gate)} is too near to rest for a threshold`,
        cost: `the least that noise leaves room for is ${gateWord(least, gate)}`,
      },
    ];
  // As early as noise allows, and a little past it.
  const on = gate.shares ? most : Math.round(Math.min(most, MARGIN * least));
  const below = gate.shares ? OFF_SHARE * on : Math.floor(OFF_SHARE * on);
  const off = gate.off !== undefined && gate.off > below ? { off: below } : {};
  return [
    {
      says: `Lower “on” to ${gateWord(on, gate)}`,
      cost: phantomCost(own, on),
      tries: tryGate(own, { on, ...off }),
    },
  ];
}
const MARGIN = 1.25;
/** “Off” lies so far under “on”, where it has to move with it. */
const OFF_SHARE = 0.6;

/** What a threshold costs in notes out of nothing, by the tail of its noise (maker's handbook 4.1). */
function phantomCost({ instrument, take, gate, sensor }: Case, on: number): string {
  const noise = gate?.leastOn === undefined || gate.shares ? 0 : gate.leastOn / LEAST_SIGMAS;
  if (noise === 0) return 'nearer to what is not played';
  const rateHz = take.tUs.length > 1 ? rateOf(take.tUs) : boardOf(instrument, sensor).scanHz;
  const perHour = falseTriggersPerHour(on / noise, rateHz, 0);
  return perHour < RARE
    ? 'under one phantom note in a hundred hours'
    : `${perHour.toPrecision(2)} phantom notes an hour`;
}
const LEAST_SIGMAS = 6;
const RARE = 0.01;

function shorterQuiet(own: Case): Cure[] {
  const { moments, proved, gate } = own;
  // From the note before each to where it passed its threshold.
  const gaps = moments.flatMap(({ intended }) => {
    const onset = proved.intended[intended!].onset;
    const crossedUs = onset?.crossedUs;
    if (!onset || crossedUs === null || crossedUs === undefined) return [];
    const before = proved.attacks
      .filter(
        (a) => a.sensor === own.sensor.id && (a.lane ?? onset.lane) === onset.lane && a.onUs < crossedUs,
      )
      .at(-1);
    return before ? [(crossedUs - before.onUs) / 1000] : [];
  });
  if (gaps.length === 0) return [];
  const quietMs = Math.max(0, Math.floor(0.4 * Math.min(...gaps)));
  if (quietMs >= gate!.quietMs!) return [];
  return [
    {
      says: `Shorten the ${gate!.quiet} to ${quietMs} ms`,
      cost: 'what bounces or rings for longer may be heard twice',
      tries: tryGate(own, { quietMs }),
    },
  ];
}
