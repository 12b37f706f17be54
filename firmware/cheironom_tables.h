/* Made from src/core/engine/reciprocal.ts, pitch-of-period.ts and polar.ts by scripts/make-layout.ts: do not edit. A part of cheironom.c, which alone includes it. */
#ifndef CHEIRONOM_TABLES_H
#define CHEIRONOM_TABLES_H

#if CHEIR_speeds || CHEIR_tilts || CHEIR_takeovers || CHEIR_depths
/* 2^31 / m for m = 32768, 33792 ... 65536; what does not fit a word is its highest. */
static const uint16_t reciprocals[33] CHEIR_FLASH = {65535, 63550, 61681, 59919, 58254, 56680, 55188, 53773, 52429, 51150, 49932, 48771, 47663, 46603, 45590, 44620, 43691, 42799, 41943, 41121, 40330, 39569, 38836, 38130, 37449, 36792, 36158, 35545, 34953, 34380, 33825, 33288, 32768};
#endif

#if CHEIR_tones || CHEIR_pairs || CHEIR_depths
/* log2(1 + i / 32) octaves, in 512ths of a semitone. */
static const uint16_t logarithms[33] CHEIR_FLASH = {0, 273, 537, 794, 1044, 1287, 1523, 1754, 1978, 2197, 2410, 2619, 2823, 3022, 3217, 3407, 3594, 3777, 3956, 4131, 4304, 4472, 4638, 4801, 4960, 5117, 5271, 5423, 5572, 5718, 5863, 6004, 6144};
#define PITCH_AT_32768_US 11675u
#define PITCH_OCTAVE 6144u
#endif

#if CHEIR_tilts
/* atan(i / 32), in 65536ths of a turn. */
static const uint16_t arc_tangents[33] CHEIR_FLASH = {0, 326, 651, 975, 1297, 1617, 1933, 2246, 2555, 2860, 3159, 3453, 3742, 4025, 4302, 4572, 4836, 5094, 5344, 5589, 5826, 6058, 6282, 6500, 6712, 6917, 7117, 7310, 7498, 7679, 7856, 8026, 8192};
/* The square root of 1 + (i / 32)^2, less 1, Q16. */
static const uint16_t hypotenuses[33] CHEIR_FLASH = {0, 32, 128, 287, 510, 795, 1142, 1550, 2017, 2543, 3125, 3764, 4456, 5202, 5998, 6843, 7735, 8674, 9657, 10682, 11747, 12852, 13994, 15172, 16384, 17629, 18905, 20211, 21546, 22908, 24296, 25709, 27146};
#endif

#endif
