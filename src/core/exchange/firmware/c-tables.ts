import { ARC_TANGENTS, HYPOTENUSES } from '../../engine/polar';
import { EXPONENTIAL_WEIGHTS, ONE_EURO_WEIGHTS } from '../../engine/low-pass';
import { LOGARITHMS, OCTAVE, PITCH_AT_32768_US } from '../../engine/pitch-of-period';
import { RECIPROCALS } from '../../engine/reciprocal';

/** firmware/cheironom_tables.h: the tables of constants that the engine computes and the runtime reads from program memory. */
export function writeTables(): string {
  const table = (name: string, says: string, entries: readonly number[]) =>
    `/* ${says} */\nstatic const uint16_t ${name}[${entries.length}] CHEIR_FLASH = {${entries.join(', ')}};`;
  const weights = (part: string, name: string, filter: string, entries: readonly number[]) => [
    `#if CHEIR_${part}`,
    table(name, `Weights of a new sample in the ${filter} filter, Q16.`, entries),
    '#endif',
    '',
  ];
  return [
    '/* Made from src/core/engine/reciprocal.ts, pitch-of-period.ts, polar.ts and low-pass.ts by scripts/make-layout.ts: do not edit. A part of cheironom.c, which alone includes it. */',
    '#ifndef CHEIRONOM_TABLES_H',
    '#define CHEIRONOM_TABLES_H',
    '',
    '#if CHEIR_speeds || CHEIR_tilts || CHEIR_takeovers || CHEIR_depths',
    table(
      'reciprocals',
      '2^31 / m for m = 32768, 33792 ... 65536; what does not fit a word is its highest.',
      RECIPROCALS,
    ),
    '#endif',
    '',
    '#if CHEIR_tones || CHEIR_pairs || CHEIR_depths',
    table('logarithms', 'log2(1 + i / 32) octaves, in 512ths of a semitone.', LOGARITHMS),
    `#define PITCH_AT_32768_US ${PITCH_AT_32768_US}u`,
    `#define PITCH_OCTAVE ${OCTAVE}u`,
    '#endif',
    '',
    '#if CHEIR_tilts',
    table('arc_tangents', 'atan(i / 32), in 65536ths of a turn.', ARC_TANGENTS),
    table('hypotenuses', 'The square root of 1 + (i / 32)^2, less 1, Q16.', HYPOTENUSES),
    '#endif',
    '',
    ...weights('exponentials', 'exponential_weights', 'exponential', EXPONENTIAL_WEIGHTS),
    ...weights('one_euros', 'one_euro_weights', '1 euro', ONE_EURO_WEIGHTS),
    '#endif',
    '',
  ].join('\n');
}
