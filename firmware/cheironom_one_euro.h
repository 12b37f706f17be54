/* Columns smoothed the less the quicker they move; src/core/engine/blocks/one-euro.ts is the same. A part of cheironom.c, which alone includes it. */
#ifndef CHEIRONOM_ONE_EURO_H
#define CHEIRONOM_ONE_EURO_H

#include "cheironom_low_pass.h"

/* 1 Hz, by which the speed is smoothed; 2 pi, 256ths; the quickest that is told apart. */
#define SPEED_CUTOFF 64u
#define TURN_256 1608u
#define MOST_SPEED 0x7fffffl

static void one_euro_start(void)
{
    static const cheir_one_euro_state none = {UNFILTERED, 0};
    uint8_t i;
    for (i = 0; i != COUNT(one_euros); i++) STATE(one_euros)[i] = none;
}

static void one_euro_derive_expire(void)
{
    uint8_t i;
    for (i = 0; i != COUNT(one_euros); i++) STATE(one_euros)[i].held = UNFILTERED;
}

/* How fast it moves, smoothed, without a division; 256ths of full scale a second. */
static uint16_t one_euro_speed(cheir_one_euro_state *state, uint16_t word, uint16_t weight)
{
    uint16_t whole = (uint16_t)(state->held >> 16);
    uint32_t by = ((uint32_t)between(word, whole) * TURN_256) >> 8;
    int32_t moved = (int32_t)state->speed;
    uint32_t speed;
    uint8_t back;
    moved = word < whole ? moved - (int32_t)by : moved + (int32_t)by;
    back = moved < 0;
    speed = (uint32_t)(back ? -moved : moved);
    if (speed > (uint32_t)MOST_SPEED) speed = (uint32_t)MOST_SPEED;
    speed -= ((uint32_t)(uint16_t)(speed >> 8) * weight) >> 8;
    state->speed = back ? (uint32_t)0 - speed : speed;
    return (uint16_t)(speed >> 8);
}

static void one_euro_derive(void)
{
    uint16_t weight = weight_at(one_euro_weights, SPEED_CUTOFF);
    uint8_t i;
    for (i = 0; i != COUNT(one_euros); i++) {
        const cheir_one_euro *own = &IMAGE(one_euros)[i];
        cheir_one_euro_state *state = &STATE(one_euros)[i];
        uint8_t shift = U8(own->shift);
        uint16_t word = (uint16_t)(now_counts[U8(own->column)] << shift);
        if (state->held == UNFILTERED) {
            state->held = (uint32_t)word << 16;
            state->speed = 0;
        } else {
            uint32_t cutoff = (((uint32_t)one_euro_speed(state, word, weight) * U16(own->quicker)) >> 8) + U16(own->cutoff);
            approach(&state->held, word, weight_at(one_euro_weights, cutoff > 65535ul ? 65535u : (uint16_t)cutoff));
        }
        now_counts[U8(own->into)] = count_of(state->held, shift);
    }
}

CHANGES_BY_ITSELF(one_euro)
ALWAYS_SOUND(one_euro)

#endif
