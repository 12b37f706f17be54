/* Shares, steps, stairs and tables without division; src/core/engine/scale.ts, stairs.ts and map.ts are the same. A part of cheironom.c, which alone includes it. */
#ifndef CHEIRONOM_NUMBERS_H
#define CHEIRONOM_NUMBERS_H

#include "cheironom_tables.h"

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

/* The lesser of two counts, and how far apart they are. */
static inline uint16_t lesser(uint16_t a, uint16_t b)
{
    return a < b ? a : b;
}

static inline uint16_t between(uint16_t a, uint16_t b)
{
    return a > b ? (uint16_t)(a - b) : (uint16_t)(b - a);
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

/* a * b / 65536, rounded down, from its four partial products; gcc takes half as long again for it. */
static inline uint16_t product_by_65536(uint16_t a, uint16_t b)
{
#if defined(__AVR_HAVE_MUL__)
    uint16_t result;
    uint8_t carried, zero = 0;
    __asm__("mul %A2, %A3\n\t"
            "mov %1, r1\n\t"
            "mul %B2, %B3\n\t"
            "movw %A0, r0\n\t"
            "mul %B2, %A3\n\t"
            "add %1, r0\n\t"
            "adc %A0, r1\n\t"
            "adc %B0, %4\n\t"
            "mul %A2, %B3\n\t"
            "add %1, r0\n\t"
            "adc %A0, r1\n\t"
            "adc %B0, %4\n\t"
            "clr r1"
            : "=&r"(result), "=&r"(carried)
            : "r"(a), "r"(b), "r"(zero)
            : "r0");
    return result;
#else
    return (uint16_t)(((uint32_t)a * b) >> 16);
#endif
}

/* Q15 share of an x below the span: about x * factor * mul / 65536, from the three larger of its four partial products. */
static inline uint16_t share_below(const cheir_scale *s, uint16_t x)
{
    uint16_t mul = U16(s->mul);
    uint16_t scaled = (uint16_t)((uint32_t)x * U16(s->factor));
    return (uint16_t)(product_by_256(scaled, high(mul)) + high(product(high(scaled), low(mul))));
}

/* Q15 share of x. */
static OUT_OF_LINE UNUSED uint16_t share_of(const cheir_scale *s, uint16_t x)
{
    return x >= U16(s->span) ? ONE : share_below(s, x);
}

/* A Q15 share of a span of 0 ... 127, rounded half up. */
static inline uint8_t step7(uint16_t share, uint8_t span)
{
    return high((uint16_t)((uint16_t)(product_by_256(share, span) + 64u) << 1));
}

#if CHEIR_fine
/* The same for a span of up to 16383. */
static OUT_OF_LINE UNUSED uint16_t step14(uint16_t share, uint16_t span)
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

/* Goes on by so many stairs where the last of them is there and below the share. */
#define LEAP(stairs_on)                                            \
    do {                                                           \
        const uint16_t *next = at + ((stairs_on) - 1);             \
        if (next < past && TABLE16(*next) < share) at = next + 1;  \
    } while (0)

/*
 * How many of `left` stairs a distance has reached. The share of the distance is never over the true one, so that stairs below it
 * are reached for certain; those few that lie between it and the true one are looked at one by one.
 */
static OUT_OF_LINE UNUSED uint8_t step_at(const uint16_t *stairs, uint8_t left, const cheir_side *side, uint16_t distance)
{
    uint16_t dead = U16(side->dead);
    uint16_t span, share, begins, ends;
    const uint16_t *past = stairs + left;
    const uint16_t *at = stairs;
    if (distance <= dead) return 0;
    distance = (uint16_t)(distance - dead);
    span = U16(side->scale.span);
    if (distance >= span) return left;
    share = (uint16_t)(share_below(&side->scale, distance) << 1);
    LEAP(64);
    LEAP(32);
    LEAP(16);
    LEAP(8);
    LEAP(4);
    LEAP(2);
    LEAP(1);
    begins = 0;
    if (at != stairs) begins = product_by_65536(TABLE16(at[-1]), span);
    for (ends = 0; at != past; at++) {
        ends = product_by_65536(TABLE16(*at), span);
        if (distance <= ends) break;
        begins = ends;
    }
    step_begins = (uint16_t)(begins + dead + 1u);
    step_ends = (uint16_t)(ends + dead + 1u);
    return (uint8_t)(at - stairs);
}
#endif

#if CHEIR_SETTABLE
/* Whether a table begins here, of `n` entries in all, or none is meant. */
static inline uint8_t is_table(uint16_t table, uint16_t n)
{
    return table == NO_TABLE || (uint32_t)table + (1ul << TABLE_BITS) < n;
}

static inline uint8_t are_tables(const uint16_t *two, uint16_t n)
{
    return is_table(two[0], n) && is_table(two[1], n);
}

/* Whether two status bytes differ in their channel at most. */
static inline uint8_t is_same_message(uint8_t a, uint8_t b)
{
    return ((a ^ b) & 0xf0u) == 0;
}
#endif

#if CHEIR_tables
/* A Q15 share through a table of the image, straight between its points. */
static OUT_OF_LINE UNUSED uint16_t mapped(uint16_t table, uint16_t share)
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

#if CHEIR_speeds || CHEIR_tilts || CHEIR_takeovers || CHEIR_depths
/* 2^31 / m without a division, straight between the points of a table; m is 32768 ... 65535. */
static uint16_t inverse(uint16_t m)
{
    uint8_t i = (uint8_t)((uint8_t)(high(m) >> 2) & 31u);
    uint16_t above = CONSTANT16(reciprocals[i]);
    return (uint16_t)(above - product_by_256((uint16_t)(above - CONSTANT16(reciprocals[i + 1])), (uint8_t)(m >> 2)));
}
#endif

#if CHEIR_takeovers || CHEIR_depths
/* x / of as Q15, at most 0.04 % off; x is 0 ... of, of is 1 ... 32768. */
static uint16_t share_within(uint16_t x, uint16_t of)
{
    uint16_t by, share;
    if (x >= of) return ONE;
    while (!(of & 0x8000u)) {
        of = (uint16_t)(of << 1);
        x = (uint16_t)(x << 1);
    }
    by = inverse(of);
    share = (uint16_t)(product_by_256(x, high(by)) + high(product(high(x), low(by))));
    return share > ONE ? ONE : share;
}
#endif

#if CHEIR_speeds
/* 2^(31 - shift) / n; n is 1 ... 65535. Below what still fits a word: 65535. */
static uint16_t reciprocal(uint16_t n, uint8_t shift)
{
    uint8_t own = 0;
    while (!(n & 0x8000u)) {
        n = (uint16_t)(n << 1);
        own++;
    }
    return own > shift ? 65535u : (uint16_t)(inverse(n) >> (uint8_t)(shift - own));
}
#endif

#if CHEIR_tones || CHEIR_pairs || CHEIR_depths
/* The pitch of a period, in 512ths of a semitone, by a table of logarithms; us is 90 ... 65535. */
static uint16_t pitch_of_period(uint16_t us)
{
    uint16_t pitch = PITCH_AT_32768_US, below;
    uint8_t i;
    while (!(us & 0x8000u)) {
        us = (uint16_t)(us << 1);
        pitch = (uint16_t)(pitch + PITCH_OCTAVE);
    }
    i = (uint8_t)((uint8_t)(high(us) >> 2) & 31u);
    below = CONSTANT16(logarithms[i]);
    below = (uint16_t)(below + product_by_256((uint16_t)(CONSTANT16(logarithms[i + 1]) - below), (uint8_t)(us >> 2)));
    return (uint16_t)(pitch - below);
}
#endif

#if CHEIR_tilts
/* A point as its angle, in 65536ths of a turn, and its distance. */
typedef struct {
    uint16_t angle, length;
} cheir_polar;

/* Straight between the points of a table; q is 0 ... 32768. */
static uint16_t table_between(const uint16_t *table, uint16_t q)
{
    uint8_t i = (uint8_t)(high(q) >> 2);
    uint16_t below = CONSTANT16(table[i]);
    if (i == 32u) return below;
    return (uint16_t)(below + product_by_256((uint16_t)(CONSTANT16(table[i + 1]) - below), (uint8_t)(q >> 2)));
}

/* atan2 and hypot without a division: in the first octant from tables, then turned. Each coordinate is a distance and whether it is below 0. */
static cheir_polar polar(uint16_t across, uint8_t under, uint16_t along, uint8_t behind)
{
    cheir_polar point = {0, 0};
    uint8_t steep = across > along;
    uint16_t most = steep ? across : along;
    uint16_t shifted = most, q = steep ? along : across;
    if (most == 0) return point;
    while (!(shifted & 0x8000u)) {
        shifted = (uint16_t)(shifted << 1);
        q = (uint16_t)(q << 1);
    }
    q = product_by_65536(q, inverse(shifted));
    if (q > 32768u) q = 32768u;
    point.angle = table_between(arc_tangents, q);
    if (steep) point.angle = (uint16_t)(16384u - point.angle);
    if (behind && along) point.angle = (uint16_t)(32768u - point.angle);
    if (under && across) point.angle = (uint16_t)(0u - point.angle);
    point.length = (uint16_t)(most + product_by_65536(most, table_between(hypotenuses, q)));
    return point;
}
#endif

#endif
