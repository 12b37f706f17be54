/* What filters smooth by; src/core/engine/low-pass.ts is the same. A part of cheironom.c, which alone includes it. */
#ifndef CHEIRONOM_LOW_PASS_H
#define CHEIRONOM_LOW_PASS_H

/* What is smoothed where nothing was smoothed yet. */
#define UNFILTERED 0xfffffffful
/* Steps of the tables of weights. */
#define WEIGHT_STEPS 128u

/* The weight of a new sample, Q16, straight between the points of a table; cutoff in 64ths of a Hz. */
static OUT_OF_LINE uint16_t weight_at(const uint16_t *table, uint16_t cutoff)
{
    uint32_t turned = (uint32_t)cutoff * now_step;
    uint16_t index = (uint16_t)(turned >> 16);
    uint16_t below;
    if (index >= WEIGHT_STEPS) return CONSTANT16(table[WEIGHT_STEPS]);
    below = CONSTANT16(table[index]);
    return (uint16_t)(below + product_by_256((uint16_t)(CONSTANT16(table[index + 1u]) - below), high((uint16_t)turned)));
}

/* Goes a share of the way towards a word. */
static void approach(uint32_t *held, uint16_t word, uint16_t weight)
{
    uint16_t whole = (uint16_t)(*held >> 16);
    if (word >= whole) *held += (uint32_t)(uint16_t)(word - whole) * weight;
    else *held -= (uint32_t)(uint16_t)(whole - word) * weight;
}

/* What is smoothed as a count again, rounded half up. */
static uint16_t count_of(uint32_t held, uint8_t shift)
{
    return (uint16_t)((uint16_t)((uint16_t)(held >> 16) + (uint16_t)((uint16_t)(1u << shift) >> 1)) >> shift);
}

#endif
