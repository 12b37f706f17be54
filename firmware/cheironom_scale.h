/* Shares and steps without division; src/core/engine/scale.ts is the same. A part of cheironom.c, which alone includes it. */
#ifndef CHEIRONOM_SCALE_H
#define CHEIRONOM_SCALE_H

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

/* Q15 share of x < span: about x * factor * mul / 65536, from the three larger of its four partial products. */
static inline uint16_t share_below_span(const cheir_scale *s, uint16_t x)
{
    uint16_t mul = s->mul;
    uint16_t scaled = (uint16_t)((uint32_t)x * s->factor);
    uint8_t mul_high = high(mul);
    return (uint16_t)(product_by_256(scaled, mul_high) + high(product(high(scaled), low(mul))));
}

/* A Q15 share of a span of 0 ... 127, rounded half up. */
static inline uint8_t step7(uint16_t share, uint8_t span)
{
    return high((uint16_t)((uint16_t)(product_by_256(share, span) + 64u) << 1));
}

/* The same for a span of up to 16383. */
static OUT_OF_LINE uint16_t step14(uint16_t share, uint16_t span)
{
    return (uint16_t)(((uint32_t)share * span + 16384u) >> 15);
}

#endif
