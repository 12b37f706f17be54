import type { Case, Why } from './case';

/** Longest settle time of a voice, ms. */
const MOST_SETTLE_MS = 60;

/** Another note is touched on the way. */
export function whyPassing({ moments, instrument }: Case): Why {
  const longest = Math.max(...moments.map(({ fromUs, toUs }) => (toUs - fromUs) / 1000));
  const settleMs = Math.min(MOST_SETTLE_MS, Math.ceil(longest) + 2);
  const voices = [...new Set(moments.flatMap(({ note }) => note?.voice?.id ?? []))];
  const settles = instrument.voices.filter(
    (v) => voices.includes(v.id) && v.is === 'note' && (v.pitch.is === 'fingering' || v.pitch.is === 'along'),
  );
  return {
    causes: ['fingers land one after another', 'a slide crosses a boundary on its way'],
    cures: [
      settles.length > 0
        ? {
            says: `Let it settle for ${settleMs} ms`,
            cost: `${settleMs} ms later, each change`,
            tries: settles.map((v) => ({ is: 'voice', voice: v.id, values: { settleMs } })),
          }
        : { says: 'Choose the note by a fingering: it can settle', cost: 'Voice, a table of fingers' },
    ],
  };
}
