/* Rest at power-up; src/core/engine/blocks/zero.ts is the same. A part of cheironom.c, which alone includes it. */
#ifndef CHEIRONOM_ZERO_H
#define CHEIRONOM_ZERO_H

#if CHEIR_levels || CHEIR_strikes || CHEIR_learn_lanes

/* Samples of one look. */
#define LOOKS 32u
/* A move of rest under this share of "off" is not told from noise; a quarter, as a shift. */
#define TOLD_SHIFT 2

enum { LOOK_ON = 0, LOOK_MOVED = 1, LOOK_OVER = 2 };

/* still >> (1 + looks / 4); a shift by a number of bits is a loop on the small chips. */
static inline uint16_t look_step(uint16_t still, uint8_t looks)
{
    still >>= 1;
    if (looks & 16u) still >>= 4;
    if (looks & 8u) still >>= 2;
    if (looks & 4u) still >>= 1;
    return still;
}

/*
 * A sample of a look. The median is found by steps towards each sample, of half the distance that counts as movement at
 * first and halved after every four (stochastic approximation of a quantile: Robbins & Monro, Ann. Math. Stat. 22, 1951).
 */
static inline uint8_t look(cheir_zero_state *zero, uint16_t count, uint16_t still)
{
    uint16_t gap;
    if (zero->looks == 0) zero->first = zero->median = count;
    if (between(count, zero->first) >= still) {
        zero->looks = 0;
        return LOOK_MOVED;
    }
    gap = between(count, zero->median);
    if (gap > 1) {
        uint16_t step = look_step(still, zero->looks);
        gap = step == 0 ? 1 : lesser(gap, step);
    }
    zero->median = (uint16_t)(count > zero->median ? zero->median + gap : zero->median - gap);
    if (++zero->looks < LOOKS) return LOOK_ON;
    zero->looks = 0;
    return LOOK_OVER;
}

/* Moves rest to the median, by "off" at most. Returns 0 where the median is so far off that rest cannot be there. */
static UNUSED uint8_t take_rest(cheir_zero_state *zero, uint16_t off)
{
    uint16_t rest = zero->rest;
    uint16_t distance = between(zero->median, rest);
    uint16_t by = lesser(distance, off);
    if ((uint16_t)(distance - by) >= off) return 0;
    if (distance > (off >> TOLD_SHIFT)) zero->rest = (uint16_t)(zero->median < rest ? rest - by : rest + by);
    zero->stage = CHEIR_ZERO_DONE;
    return 1;
}

/* Whether more comes of a sample than the look itself: it ends the look, or wakes the lane. One in a frame does; others wait for their next turn. */
static inline uint8_t ends_look(const cheir_zero_state *zero, uint16_t count, uint16_t still)
{
    return zero->looks == LOOKS - 1u
           || (zero->stage == CHEIR_ZERO_SILENT && zero->looks > 0 && between(count, zero->first) >= still);
}

static UNUSED const cheir_zero_state unseen = {0, 0, 0, 0, CHEIR_ZERO_SILENT};

#endif

#endif
