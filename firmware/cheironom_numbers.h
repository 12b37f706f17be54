/* Shares, steps, stairs and tables without division; src/core/engine/scale.ts, stairs.ts and map.ts are the same. A part of cheironom.c, which alone includes it. */
#ifndef CHEIRONOM_NUMBERS_H
#define CHEIRONOM_NUMBERS_H

/* The two bytes of a word. The empty assembly keeps gcc from multiplying whole words where bytes will do. */
static inline uint8_t low(uint16_t x)
{
    uint8_t b = (uint8_t)x;
#if defined(__AVR__)
    __asm__("" : "+r"(b));
#endif
    return b;
}

static inline uint8_t high(uint16_t x)
{
    uint8_t b = (uint8_t)(x >> 8);
#if defined(__AVR__)
    __asm__("" : "+r"(b));
#endif
    return b;
}

/* 8 x 8 bits: one instruction on the small chips. */
static inline uint16_t product(uint8_t a, uint8_t b)
{
    return (uint16_t)((uint16_t)a * b);
}

/* a * b / 256, rounded down. */
static inline uint16_t product_by_256(uint16_t a, uint8_t b)
{
    return (uint16_t)(product(high(a), b) + high(product(low(a), b)));
}

/* a * b / 65536, rounded down, from its four partial products. */
static inline uint16_t product_by_65536(uint16_t a, uint16_t b)
{
    uint16_t across = product(high(a), low(b));
    uint16_t other = product(low(a), high(b));
    uint16_t carried = (uint16_t)(high(product(low(a), low(b))) + low(across) + low(other));
    return (uint16_t)(product(high(a), high(b)) + high(across) + high(other) + high(carried));
}

/* Q15 share of x: about x * factor * mul / 65536, from the three larger of its four partial products. */
static OUT_OF_LINE uint16_t share_of(const cheir_scale *s, uint16_t x)
{
    uint16_t mul, scaled;
    uint8_t mul_high;
    if (x >= U16(s->span)) return ONE;
    mul = U16(s->mul);
    scaled = (uint16_t)((uint32_t)x * U16(s->factor));
    mul_high = high(mul);
    return (uint16_t)(product_by_256(scaled, mul_high) + high(product(high(scaled), low(mul))));
}

/* A Q15 share of a span of 0 ... 127, rounded half up. */
static inline uint8_t step7(uint16_t share, uint8_t span)
{
    return high((uint16_t)((uint16_t)(product_by_256(share, span) + 64u) << 1));
}

#if CHEIR_fine
/* The same for a span of up to 16383. */
static OUT_OF_LINE uint16_t step14(uint16_t share, uint16_t span)
{
    return (uint16_t)(((uint32_t)share * span + 16384u) >> 15);
}
#endif

#if CHEIR_coarse
/* The distance from which a stair is reached. */
static inline uint16_t stair_at(uint16_t stair, uint16_t dead, uint16_t span)
{
    return (uint16_t)(dead + 1u + product_by_65536(stair, span));
}

/* The distances at which the step found last, and the one after it, begin; meaningful where there are such steps. */
static uint16_t step_begins, step_ends;

/* How many of `left` stairs a distance has reached. */
static OUT_OF_LINE uint8_t step_at(const uint16_t *stairs, uint8_t left, uint16_t dead, uint16_t span, uint16_t distance)
{
    uint16_t begins = 0, ends = 0;
    uint8_t reached = 0;
    if (distance <= dead) return 0;
    distance = (uint16_t)(distance - dead - 1u);
    while (left > 0) {
        uint8_t half = (uint8_t)(left + 1u) >> 1;
        uint16_t stair = product_by_65536(TABLE16(stairs[half - 1]), span);
        if (distance >= stair) {
            begins = stair;
            stairs += half;
            reached = (uint8_t)(reached + half);
            left = (uint8_t)(left - half);
        } else {
            ends = stair;
            left = (uint8_t)(half - 1u);
        }
    }
    step_begins = (uint16_t)(begins + dead + 1u);
    step_ends = (uint16_t)(ends + dead + 1u);
    return reached;
}
#endif

#if CHEIR_tables
/* A Q15 share through a table of the image, straight between its points. */
static OUT_OF_LINE uint16_t mapped(uint16_t table, uint16_t share)
{
    const uint16_t *at = IMAGE(tables) + table;
    uint16_t y, rise;
    uint8_t fraction;
    if (table == NO_TABLE) return share;
    if (share >= ONE) return TABLE16(at[(uint16_t)1 << TABLE_BITS]);
    at += share >> (15 - TABLE_BITS);
    share = (uint16_t)(share << 1);
    fraction = high((uint16_t)(share << TABLE_BITS));
    y = TABLE16(at[0]);
    rise = (uint16_t)(TABLE16(at[1]) - y);
    y = (uint16_t)(y + product(high(rise), fraction));
    return (uint16_t)(y + high((uint16_t)(product(low(rise), fraction) + 128u)));
}
#endif

#endif
