import { median } from '../../../signal/quantile';
import type { Role } from '../../../signal/take';
import type { PlayedTake } from '../../../calibrate/played-take';
import { signOf } from '../lane-level';
import { redo, type Check } from './check';

/* Findings on the played takes. */

export const clipped: Check = ({ clipping }) => {
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

export const noRestBetween: Check = ({ played, stats }) => {
  const take = played.find(
    (t) =>
      t.role !== 'hold' &&
      t.role !== 'sweep' &&
      t.role !== 'weights' &&
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

export const reversedDynamics: Check = ({ played, stats }) => {
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

export const range: Check = ({ readings }) => {
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

export const inverted: Check = ({ sidedness }) =>
  sidedness === 'falling'
    ? {
        code: 'inverted',
        severity: 'note',
        says: 'Playing lowers the count: the sensor is upside down. That is allowed for; nothing needs to be turned.',
        causes: ['the gauge’s other port is the one you play', 'the divider is wired the other way'],
        cures: [],
      }
    : null;

export const fewSoft: Check = ({ job: { enoughSoft = 20 }, readings: { missedSoft } }) =>
  missedSoft.of >= enoughSoft
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

export const crosstalk: Check = ({ bleeds, level, stats }) => {
  const worst = bleeds.reduce<(typeof bleeds)[0] | null>(
    (most, b) => (most && Math.abs(most.peak - stats.rest) >= Math.abs(b.peak - stats.rest) ? most : b),
    null,
  );
  if (!worst) return null;
  const by = Math.round(Math.abs(worst.peak - stats.rest));
  const side = level.down && Math.sign(worst.peak - stats.rest) !== signOf(level) ? level.down : level.up;
  if (by < side.on) return null;
  const { take, fromUs, toUs } = worst;
  return {
    code: 'crosstalk',
    severity: 'doubt',
    evidence: { take, fromUs, toUs },
    says: `Playing ${worst.from} moves it by ${by} counts, and some of its own gestures go no further: it would sound as well.`,
    causes: [
      'they lie too close, or share a stiff cover',
      'leads run side by side',
      'a supply or ground that both share is weak',
    ],
    cures: [redo('soft', 'Part them, then play the soft ones again', 'some minutes')],
  };
};
