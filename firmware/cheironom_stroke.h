/* How hard a key is struck, by the time of its stroke; src/core/engine/stroke.ts is the same. A part of cheironom.c, which alone includes it. */
#ifndef CHEIRONOM_STROKE_H
#define CHEIRONOM_STROKE_H

/* A stroke's time is kept in units of 4 us. What is faster than this counts as this. */
#define LEAST_TIME 90u
#define MOST_TIME 65535u

/* Strength of a stroke, Q15: logarithmic in its time; a table makes another law of it. */
static OUT_OF_LINE uint16_t stroke_strength(const cheir_scale *scale, uint16_t slowest, uint16_t table, uint16_t time)
{
    uint16_t speed = pitch_of_period(time < LEAST_TIME ? LEAST_TIME : time);
    uint16_t share = speed <= slowest ? 0 : share_of(scale, (uint16_t)(speed - slowest));
#if CHEIR_tables
    return mapped(table, share);
#else
    (void)table;
    return share;
#endif
}

#endif
