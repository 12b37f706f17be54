/* Columns smoothed; src/core/engine/blocks/exponential.ts is the same. A part of cheironom.c, which alone includes it. */
#ifndef CHEIRONOM_EXPONENTIAL_H
#define CHEIRONOM_EXPONENTIAL_H

#include "cheironom_low_pass.h"

static void exponential_start(void)
{
    uint8_t i;
    for (i = 0; i != COUNT(exponentials); i++) STATE(exponentials)[i].held = UNFILTERED;
}

static void exponential_derive_expire(void)
{
    exponential_start();
}

static void exponential_derive(void)
{
    uint8_t i;
    for (i = 0; i != COUNT(exponentials); i++) {
        const cheir_exponential *own = &IMAGE(exponentials)[i];
        cheir_exponential_state *state = &STATE(exponentials)[i];
        uint8_t shift = U8(own->shift);
        uint16_t word = (uint16_t)(now_counts[U8(own->column)] << shift);
        if (state->held == UNFILTERED) state->held = (uint32_t)word << 16;
        else approach(&state->held, word, weight_at(exponential_weights, U16(own->cutoff)));
        now_counts[U8(own->into)] = count_of(state->held, shift);
    }
}

CHANGES_BY_ITSELF(exponential)
ALWAYS_SOUND(exponential)

#endif
