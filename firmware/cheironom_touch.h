/* Touch banks; src/core/engine/blocks/touch.ts is the same. A part of cheironom.c, which alone includes it. */
#ifndef CHEIRONOM_TOUCH_H
#define CHEIRONOM_TOUCH_H

/* Frames after power-up in which untouched levels follow at every frame. */
#define FIRST_LOOKS 64u

/* By one count towards where it reads now. */
static inline void step_untouched(cheir_touch_state *state, uint16_t count)
{
    if (count > state->untouched) state->untouched++;
    else if (count < state->untouched) state->untouched--;
}

static OUT_OF_LINE void release_touch(const cheir_touch_bank *bank, cheir_touch_state *state, uint8_t lane)
{
    uint8_t heard = state->stage == CHEIR_TOUCH_TOUCHED;
    state->stage = CHEIR_TOUCH_UNTOUCHED;
    if (heard) gate_closes(U8(bank->listener), U8(bank->listeners), lane);
}

/* Plays a frame on one lane: touched at "on", released short of "off". */
static inline void play_touch(const cheir_touch_bank *bank, const cheir_touch *touch, cheir_touch_state *state, uint8_t lane,
                              uint16_t count)
{
    uint8_t over = U8(bank->falling) ? count < state->untouched : count > state->untouched;
    uint16_t distance = between(count, state->untouched);
    if (state->stage != CHEIR_TOUCH_UNTOUCHED) {
        if (!over || distance < U16(touch->off)) release_touch(bank, state, lane);
        return;
    }
    if (distance < U16(touch->on)) return;
    if (!over) {
        /* It can be no touch: the untouched level has changed, and is followed at every frame. */
        step_untouched(state, count);
        return;
    }
    state->stage = CHEIR_TOUCH_TOUCHED;
    state->since = now_slow;
    gate_opens(U8(bank->listener), U8(bank->listeners), lane, ONE);
}

/* The untouched level follows by a count; a touch longer than the longest becomes the untouched level. */
static OUT_OF_LINE void follow_touch(const cheir_touch_bank *bank, const cheir_touch *touch, cheir_touch_state *state,
                                     uint8_t lane, uint16_t count)
{
    if (state->stage == CHEIR_TOUCH_UNTOUCHED) {
        if (between(count, state->untouched) < U16(touch->on)) step_untouched(state, count);
    } else if ((uint16_t)(now_slow - state->since) >= U16(bank->longest_slow)) {
        state->untouched = count;
        release_touch(bank, state, lane);
    }
}

/* The first frame: the untouched level is where it reads now, unless it is touched. */
static OUT_OF_LINE void meet_touch(const cheir_touch_bank *bank, const cheir_touch *touch, cheir_touch_state *state,
                                   uint16_t count)
{
    uint8_t over = U8(bank->falling) ? count < state->untouched : count > state->untouched;
    if (over && between(count, state->untouched) >= U16(touch->on)) {
        state->stage = CHEIR_TOUCH_MUTED;
        state->since = now_slow;
    } else {
        state->untouched = count;
    }
}

static OUT_OF_LINE void play_touch_bank(const cheir_touch_bank *bank, cheir_touch_bank_state *bank_state)
{
    const cheir_touch *touch = &IMAGE(touches)[U8(bank->lane)];
    cheir_touch_state *state = &STATE(touches)[U8(bank->lane)];
    uint8_t first = bank_state->looks == 0;
    uint8_t follows = bank_state->looks < FIRST_LOOKS ||
                      (uint16_t)(now_slow - bank_state->since) >= U16(bank->follow_slow);
    uint8_t lane;
    if (bank_state->looks < FIRST_LOOKS) bank_state->looks++;
    if (follows) bank_state->since = now_slow;
    for (lane = 0; lane < U8(bank->lanes); lane++, touch++, state++) {
        uint16_t count = now_counts[U8(touch->column)];
        if (first) meet_touch(bank, touch, state, count);
        play_touch(bank, touch, state, lane, count);
        if (follows) follow_touch(bank, touch, state, lane, count);
    }
}

/* What is touched stays mute until it has been released. */
static void touch_silence(void)
{
    uint8_t i, lane;
    for (i = 0; i != COUNT(touch_banks); i++) {
        const cheir_touch_bank *bank = &IMAGE(touch_banks)[i];
        cheir_touch_state *state = &STATE(touches)[U8(bank->lane)];
        for (lane = 0; lane < U8(bank->lanes); lane++, state++) {
            if (state->stage != CHEIR_TOUCH_TOUCHED) continue;
            state->stage = CHEIR_TOUCH_MUTED;
            gate_closes(U8(bank->listener), U8(bank->listeners), lane);
        }
    }
}

static void touch_frame(void)
{
    uint8_t i;
    for (i = 0; i != COUNT(touch_banks); i++) play_touch_bank(&IMAGE(touch_banks)[i], &STATE(touch_banks)[i]);
}

static void touch_start(void)
{
    static const cheir_touch_bank_state unmet = {0, 0, 0};
    uint8_t i;
    for (i = 0; i != COUNT(touch_banks); i++) STATE(touch_banks)[i] = unmet;
    for (i = 0; i != COUNT(touches); i++) {
        cheir_touch_state untouched = {0, 0, CHEIR_TOUCH_UNTOUCHED, 0};
        untouched.untouched = U16(IMAGE(touches)[i].untouched);
        STATE(touches)[i] = untouched;
    }
}

#if CHEIR_SETTABLE
static inline void touch_changed(uint8_t i, const cheir_touch *before)
{
    uint16_t untouched = IMAGE(touches)[i].untouched;
    if (untouched != before->untouched && STATE(touches)[i].stage == CHEIR_TOUCH_UNTOUCHED)
        STATE(touches)[i].untouched = untouched;
}
#endif
ALWAYS_SOUND(touch)
CHANGES_BY_ITSELF(touch_bank)
ALWAYS_SOUND(touch_bank)

#endif
