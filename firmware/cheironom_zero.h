/* Rest at power-up; src/core/engine/blocks/zero.ts is the same. A part of cheironom.c, which alone includes it. */
#ifndef CHEIRONOM_ZERO_H
#define CHEIRONOM_ZERO_H

/* Samples of one look. */
#define LOOKS 32u
/* A move of rest under this share of "off" is not told from noise; a quarter, as a shift. */
#define TOLD_SHIFT 2

enum { LOOK_ON = 0, LOOK_MOVED = 1, LOOK_OVER = 2 };

static uint16_t lesser(uint16_t a, uint16_t b)
{
    return a < b ? a : b;
}

static uint16_t between(uint16_t a, uint16_t b)
{
    return a > b ? (uint16_t)(a - b) : (uint16_t)(b - a);
}

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
static uint8_t take_rest(cheir_zero_state *zero, uint16_t off)
{
    uint16_t rest = zero->rest;
    uint16_t distance = between(zero->median, rest);
    uint16_t by = lesser(distance, off);
    if ((uint16_t)(distance - by) >= off) return 0;
    if (distance > (off >> TOLD_SHIFT)) zero->rest = (uint16_t)(zero->median < rest ? rest - by : rest + by);
    zero->stage = CHEIR_ZERO_DONE;
    return 1;
}

/* Whether a lane would end its look at this frame, while another has: it waits for the next, so that no frame takes long. */
static inline uint8_t look_waits(const cheir_zero_state *zero, uint8_t ended)
{
    return ended && zero->looks == LOOKS - 1u;
}

/* Whatever comes is looked at. */
static OUT_OF_LINE void empty_bands(const cheir_level *level)
{
    cheir_gate_state *gate = &STATE(gates)[U8(level->gate)];
    cheir_control_state *control = &STATE(controls)[U8(level->control)];
    uint8_t n;
    for (n = U8(level->gates); n != 0; n--, gate++) EMPTY_BAND(gate);
    for (n = U8(level->controls); n != 0; n--, control++) EMPTY_BAND(control);
}

/* What a look of a level has found. Returns whether it is over. */
static OUT_OF_LINE uint8_t end_look_at_level(uint8_t index, uint8_t seen)
{
    const cheir_level *level = &IMAGE(levels)[index];
    const cheir_side *side = level->side;
    cheir_zero_state *zero = &STATE(level_zeros)[index];
    cheir_gate_state *gates = &STATE(gates)[U8(level->gate)];
    uint8_t silent = zero->stage == CHEIR_ZERO_SILENT;
    uint8_t i;
    if (silent) empty_bands(level);
    zero->stage = CHEIR_ZERO_AWAKE;
    if (seen == LOOK_MOVED) return 0;
    for (i = 0; i != U8(level->gates); i++)
        if (gates[i].stage != CHEIR_GATE_CLOSED) return 1;
    if (take_rest(zero, lesser(U16(side[0].off), U16(side[1].off)))) {
        STATE(engine).looking--;
        if (!silent) empty_bands(level);
    } else if (silent) {
        /* Rest has moved so far that a note could not end: mute until the level falls below "off". */
        for (i = 0; i != U8(level->gates); i++) gates[i].stage = CHEIR_GATE_MUTED;
    }
    return 1;
}

/* Every level that has not taken its rest looks at it. Returns whether the look of one is over. */
static OUT_OF_LINE uint8_t look_at_levels(void)
{
    cheir_zero_state *zero = STATE(level_zeros);
    uint8_t ended = 0;
    uint8_t i;
    for (i = 0; i != COUNT(levels); i++, zero++) {
        const cheir_level *level = &IMAGE(levels)[i];
        uint8_t seen;
        if (zero->stage == CHEIR_ZERO_DONE || look_waits(zero, ended)) continue;
        seen = look(zero, now_counts[U8(level->column)], U16(level->still));
        if (seen != LOOK_ON) ended |= end_look_at_level(i, seen);
    }
    return ended;
}

#endif
