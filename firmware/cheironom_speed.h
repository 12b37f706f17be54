/* Wheels whose magnets close a contact: how fast each turns; src/core/engine/blocks/speed.ts is the same. A part of cheironom.c, which alone includes it. */
#ifndef CHEIRONOM_SPEED_H
#define CHEIRONOM_SPEED_H

static void speed_stop(cheir_speed_state *state)
{
    state->stage = CHEIR_SPEED_STOPPED;
    state->value = 0;
}

static void speed_start(void)
{
    static const cheir_speed_state stopped = {0, 0, 0, 0, CHEIR_SPEED_STOPPED, 0};
    uint8_t i;
    for (i = 0; i != COUNT(speeds); i++) STATE(speeds)[i] = stopped;
}

/* The time in units of 64 us, modulo 2^16: a turn takes 4.19 s. Made of both clocks. */
static uint16_t speed_now(void)
{
    return (uint16_t)((uint16_t)((now_slow & 0xffu) << 8) | (uint8_t)(now_t >> 2));
}

/* A magnet passes where the contact closes; what closes so soon after it opened has only bounced. */
static void speed_pulse(const cheir_speed *speed, cheir_speed_state *state, uint8_t closed)
{
    uint16_t now = speed_now();
    uint16_t passed;
    if (!closed) {
        state->opened = now;
        return;
    }
    if (state->stage != CHEIR_SPEED_STOPPED && (uint16_t)(now - state->opened) < U16(speed->bounce)) return;
    passed = (uint16_t)(now - state->since);
    if (passed == 0) passed = 1;
    state->since = now;
    if (state->stage == CHEIR_SPEED_STOPPED) {
        state->stage = CHEIR_SPEED_BEGUN;
        return;
    }
    if (state->stage == CHEIR_SPEED_BEGUN) state->period = passed;
    else if (passed > state->period) state->period = (uint16_t)(state->period + ((uint16_t)(passed - state->period) >> U8(speed->smoothing)));
    else state->period = (uint16_t)(state->period - ((uint16_t)(state->period - passed) >> U8(speed->smoothing)));
    state->stage = CHEIR_SPEED_TURNING;
    state->value = reciprocal(state->period, U8(speed->shift));
}

/* Between two pulses a wheel is no faster than if the next came now; after a while it stands. */
static void derive_speed(const cheir_speed *speed, cheir_speed_state *state)
{
    if (state->stage != CHEIR_SPEED_STOPPED) {
        uint16_t passed = (uint16_t)(speed_now() - state->since);
        if (passed >= U16(speed->stop)) speed_stop(state);
        else if (state->stage == CHEIR_SPEED_TURNING && passed > state->period) {
            state->period = passed;
            state->value = reciprocal(passed, U8(speed->shift));
        }
    }
    now_counts[U8(speed->into)] = state->value;
}

static void speed_derive(void)
{
    uint8_t i;
    for (i = 0; i != COUNT(speeds); i++) derive_speed(&IMAGE(speeds)[i], &STATE(speeds)[i]);
}

static void speed_derive_edge(uint8_t contact, uint8_t closed)
{
    uint8_t i;
    for (i = 0; i != COUNT(speeds); i++)
        if (U8(IMAGE(speeds)[i].contact) == contact) speed_pulse(&IMAGE(speeds)[i], &STATE(speeds)[i], closed);
}

static void speed_derive_expire(void)
{
    uint8_t i;
    for (i = 0; i != COUNT(speeds); i++) speed_stop(&STATE(speeds)[i]);
}

#if CHEIR_SETTABLE
static inline uint8_t speed_is_sound(const cheir_speed *next, const cheir_speed *now, uint16_t tables, uint16_t stairs)
{
    (void)now, (void)tables, (void)stairs;
    return next->shift < 16u && next->smoothing < 16u;
}
#endif
CHANGES_BY_ITSELF(speed)

#endif
