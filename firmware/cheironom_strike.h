/* Strike banks: the peak in a window, then a mask and a decaying level; src/core/engine/blocks/strike.ts is the same. A part of cheironom.c, which alone includes it. */
#ifndef CHEIRONOM_STRIKE_H
#define CHEIRONOM_STRIKE_H

static OUT_OF_LINE void end_strike(const cheir_strike_bank *bank, cheir_strike_state *state, uint8_t lane)
{
    if (!state->sounding) return;
    state->sounding = 0;
    gate_closes(U8(bank->listener), U8(bank->listeners), lane);
}

/* Through the stages up to the beginning of a window. */
static OUT_OF_LINE void advance_strike(const cheir_strike_bank *bank, cheir_strike_state *state, uint16_t on,
                                       uint16_t distance)
{
    if (state->stage == CHEIR_STRIKE_MASKED) {
        if (distance > state->peak) state->peak = distance;
        if ((uint16_t)(now_t - state->since) < U16(bank->mask_ticks)) return;
        state->stage = CHEIR_STRIKE_SPENT;
        state->since = now_t;
    }
    if (state->stage >= CHEIR_STRIKE_SPENT) {
        uint16_t half_life = U16(bank->half_life_ticks);
        while (state->peak > on && (uint16_t)(now_t - state->since) >= half_life) {
            state->peak >>= 1;
            state->since = (uint16_t)(state->since + half_life);
        }
        if (distance < on) state->stage = CHEIR_STRIKE_RINGING;
        if (state->stage == CHEIR_STRIKE_SPENT) return;
        if (state->peak <= on) state->stage = CHEIR_STRIKE_WAITING;
        else if (distance <= state->peak) return;
    }
    if (distance < on) return;
    state->stage = CHEIR_STRIKE_WINDOW;
    state->since = now_t;
    state->peak = distance;
}

/* Distance of a lane from its rest. */
static OUT_OF_LINE uint16_t strike_distance(uint8_t at)
{
    const cheir_strike *strike = &IMAGE(strikes)[at];
    return between(now_counts[U8(strike->column)], STATE(strike_zeros)[at].rest);
}

/*
 * The strongest strike of a bank at this frame: what lies under a share of it is its shock. Of each lane its peak until its
 * mask is over. One that has stayed out since, a wire that came off, strikes no more.
 */
static OUT_OF_LINE uint16_t furthest_strike(const cheir_strike_bank *bank)
{
    uint8_t at = U8(bank->lane);
    uint8_t end = (uint8_t)(at + U8(bank->lanes));
    uint16_t furthest = 0;
    for (; at != end; at++) {
        const cheir_strike_state *state = &STATE(strikes)[at];
        uint16_t distance;
        if (state->stage == CHEIR_STRIKE_SPENT || STATE(strike_zeros)[at].stage == CHEIR_ZERO_SILENT) continue;
        distance = strike_distance(at);
        if (distance > furthest) furthest = distance;
        if ((state->stage == CHEIR_STRIKE_WINDOW || state->stage == CHEIR_STRIKE_MASKED) && state->peak > furthest)
            furthest = state->peak;
    }
    return furthest;
}

/* A lane that is not waiting at rest. */
static OUT_OF_LINE void change_strike(const cheir_strike_bank *bank, const cheir_strike *strike, cheir_strike_state *state,
                                      uint8_t lane, uint16_t distance, uint16_t *furthest)
{
    uint16_t on = U16(strike->on);
    uint16_t strength;
    if (state->sounding && (uint16_t)(now_t - state->began) >= U16(bank->length_ticks)) end_strike(bank, state, lane);
    if (state->stage != CHEIR_STRIKE_WINDOW) advance_strike(bank, state, on, distance);
    if (state->stage != CHEIR_STRIKE_WINDOW) return;
    if (distance > state->peak) state->peak = distance;
    if ((uint16_t)(now_t - state->since) < U16(bank->window_ticks) || !wire_takes_note()) return;
    state->stage = CHEIR_STRIKE_MASKED;
    if (!*furthest) *furthest = furthest_strike(bank);
    if (product_by_256(*furthest, U8(bank->shock)) > state->peak) return;
    end_strike(bank, state, lane);
    state->began = now_t;
    state->sounding = 1;
    strength = share_of(&strike->scale, (uint16_t)(state->peak - on));
#if CHEIR_tables
    strength = mapped(U16(strike->table), strength);
#endif
    gate_opens(U8(bank->listener), U8(bank->listeners), lane, strength);
}

static OUT_OF_LINE void play_strike_bank(const cheir_strike_bank *bank)
{
    uint8_t first = U8(bank->lane);
    const cheir_strike *strike = &IMAGE(strikes)[first];
    cheir_strike_state *state = &STATE(strikes)[first];
    const cheir_zero_state *zero = &STATE(strike_zeros)[first];
    uint16_t furthest = 0;
    uint8_t lane;
    for (lane = 0; lane < U8(bank->lanes); lane++, strike++, state++, zero++) {
        uint16_t distance;
        if (zero->stage == CHEIR_ZERO_SILENT) continue;
        distance = strike_distance((uint8_t)(first + lane));
        if (state->stage == CHEIR_STRIKE_WAITING && !state->sounding && distance < U16(strike->on)) continue;
        change_strike(bank, strike, state, lane, distance, &furthest);
    }
}

/* Power-up of a lane. Returns whether its look has ended, or has woken it. */
static OUT_OF_LINE uint8_t look_at_strike(uint8_t at, uint8_t ended)
{
    const cheir_strike *strike = &IMAGE(strikes)[at];
    cheir_zero_state *zero = &STATE(strike_zeros)[at];
    uint16_t count = now_counts[U8(strike->column)];
    uint16_t on = U16(strike->on);
    uint8_t silent = zero->stage == CHEIR_ZERO_SILENT;
    uint8_t seen;
    if (ended && ends_look(zero, count, on)) return 0;
    seen = look(zero, count, on);
    if (seen == LOOK_ON) return 0;
    zero->stage = CHEIR_ZERO_AWAKE;
    if (seen == LOOK_OVER && take_rest(zero, (uint16_t)(on >> 1))) STATE(engine).looking--;
    return silent || seen == LOOK_OVER;
}

/* What sounds ends. */
static void strike_silence(void)
{
    uint8_t i, lane;
    for (i = 0; i != COUNT(strike_banks); i++) {
        const cheir_strike_bank *bank = &IMAGE(strike_banks)[i];
        for (lane = 0; lane < U8(bank->lanes); lane++) end_strike(bank, &STATE(strikes)[U8(bank->lane) + lane], lane);
    }
}

static void strike_frame(void)
{
    uint8_t i;
    for (i = 0; i != COUNT(strike_banks); i++) play_strike_bank(&IMAGE(strike_banks)[i]);
}

static void strike_start(void)
{
    static const cheir_strike_state waiting = {0, 0, 0, CHEIR_STRIKE_WAITING, 0};
    uint8_t i;
    for (i = 0; i != COUNT(strikes); i++) {
        STATE(strike_zeros)[i] = unseen;
        STATE(strike_zeros)[i].rest = U16(IMAGE(strikes)[i].rest);
        STATE(strikes)[i] = waiting;
    }
    STATE(engine).looking = (uint8_t)(STATE(engine).looking + COUNT(strikes));
}

/* Every lane that has not taken its rest looks at it. Returns whether something has come of a look in this frame. */
static OUT_OF_LINE uint8_t strike_look(uint8_t ended)
{
    uint8_t i;
    for (i = 0; i != COUNT(strikes); i++) {
        if (STATE(strike_zeros)[i].stage != CHEIR_ZERO_DONE) ended |= look_at_strike(i, ended);
    }
    return ended;
}

static void strike_expire(void)
{
    uint8_t i;
    for (i = 0; i != COUNT(strikes); i++) STATE(strikes)[i].since = STATE(strikes)[i].began = LONG_AGO;
}

#if CHEIR_SETTABLE
static inline void strike_changed(uint8_t i, const cheir_strike *before)
{
    const cheir_strike *strike = &IMAGE(strikes)[i];
    cheir_strike_state *lane = &STATE(strikes)[i];
    if (strike->rest != before->rest) STATE(strike_zeros)[i].rest = strike->rest;
    if (lane->stage == CHEIR_STRIKE_WINDOW && lane->peak < strike->on) lane->peak = strike->on;
}

static inline uint8_t strike_is_sound(const cheir_strike *next, const cheir_strike *now, uint16_t tables, uint16_t stairs)
{
    (void)now, (void)stairs;
    return is_table(next->table, tables);
}
#endif
CHANGES_BY_ITSELF(strike_bank)
ALWAYS_SOUND(strike_bank)

#endif
