/* Columns as the median of their last counts; src/core/engine/blocks/median.ts is the same. A part of cheironom.c, which alone includes it. */
#ifndef CHEIRONOM_MEDIAN_H
#define CHEIRONOM_MEDIAN_H

static void median_derive_expire(void)
{
    uint8_t i;
    for (i = 0; i != COUNT(medians); i++) STATE(medians)[i].known = 0;
}

static void median_start(void)
{
    static const cheir_median_state none = {{0, 0, 0, 0}, 0, 0};
    uint8_t i;
    for (i = 0; i != COUNT(medians); i++) STATE(medians)[i] = none;
}

static uint16_t greater(uint16_t a, uint16_t b)
{
    return a > b ? a : b;
}

static uint16_t middle(uint16_t a, uint16_t b, uint16_t c)
{
    return greater(lesser(a, b), lesser(greater(a, b), c));
}

/* The median of a count and of those before it. Of five, the greater of two lesser ones and the lesser of two greater ones stand about it. */
static uint16_t next_median(uint8_t of, cheir_median_state *state, uint16_t count)
{
    uint16_t a, b, c, d;
    if (!state->known) state->before[0] = state->before[1] = state->before[2] = state->before[3] = count;
    state->known = 1;
    a = state->before[0], b = state->before[1];
    state->before[0] = count;
    state->before[1] = a;
    if (of == 3u) return middle(count, a, b);
    c = state->before[2], d = state->before[3];
    state->before[2] = b;
    state->before[3] = c;
    return middle(count, greater(lesser(a, b), lesser(c, d)), lesser(greater(a, b), greater(c, d)));
}

static void median_derive(void)
{
    uint8_t i;
    for (i = 0; i != COUNT(medians); i++) {
        const cheir_median *median = &IMAGE(medians)[i];
        now_counts[U8(median->into)] = next_median(U8(median->of), &STATE(medians)[i], now_counts[U8(median->column)]);
    }
}

#if CHEIR_SETTABLE
static inline uint8_t median_is_sound(const cheir_median *next, const cheir_median *now, uint16_t tables, uint16_t stairs)
{
    (void)now, (void)tables, (void)stairs;
    return next->of == 3u || next->of == 5u;
}
#endif
CHANGES_BY_ITSELF(median)

#endif
