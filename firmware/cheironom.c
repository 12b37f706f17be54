/* Cheironom runtime; see cheironom.h and docs/engine.md. */
#include "cheironom.h"

/* The frame is short and hot, so that speed is worth a few bytes more than the usual -Os gives. */
#if defined(__AVR__) && defined(__GNUC__)
#pragma GCC optimize("O2")
#endif

#include "cheironom_image.h"
#include "cheironom_numbers.h"
#include "cheironom_place.h"
#include "cheironom_wire.h"
#include "cheironom_notes.h"
#include "cheironom_zero.h"
#include "cheironom_gate.h"
#include "cheironom_control.h"
#if CHEIR_touch_banks
#include "cheironom_touch.h"
#endif
#if CHEIR_strike_banks
#include "cheironom_strike.h"
#endif
#if CHEIR_contacts
#include "cheironom_contacts.h"
#endif
#if CHEIR_SETTABLE
#include "cheironom_change.h"
#include "cheironom_settings.h"
#endif

/* First scans after power-up, which a converter and a sensor need to settle. */
#define DISCARDED_SCANS 5u
/* One tick of the clock is 16 us, one of the slow clock 16.4 ms. */
#define TICK_SHIFT 4
#define SLOW_SHIFT 14
/* A pause of this or more between two frames ends every timer: with the longest, 250 ms, and a sweep it is under one turn. */
#define PAUSE_US 524288ul
/* Timers that have ended are cleared this often, ticks. */
#define SWEEP_TICKS 0x4000u
/* Status and controllers that end what a receiver hears. */
#define CONTROL_CHANGE 0xb0u
#define SUSTAIN 64u
#define ALL_NOTES_OFF 123u
/* `since` of a timer that a pause has ended. */
#define LONG_AGO ((uint16_t)(now_t - 0x8000u))

/* A pause: more time has passed than any timer takes. */
static OUT_OF_LINE void expire_timers(void)
{
    uint8_t i;
    for (i = 0; i != COUNT(controls); i++) STATE(controls)[i].held = 0;
    for (i = 0; i != COUNT(gates); i++) {
        STATE(gates)[i].running = STATE(gates)[i].stage >= CHEIR_GATE_ATTACK_ABOVE;
        if (STATE(gates)[i].running) STATE(gates)[i].since = LONG_AGO;
    }
#if CHEIR_contacts
    for (i = 0; i != COUNT(contacts); i++) STATE(contacts)[i].since = LONG_AGO;
#endif
#if CHEIR_strike_banks
    for (i = 0; i != COUNT(strikes); i++) STATE(strikes)[i].since = STATE(strikes)[i].began = LONG_AGO;
#endif
}

/* Clears the timers that have ended, now and then, before the clock has turned under them. */
static OUT_OF_LINE void sweep_timers(void)
{
    uint8_t i;
    STATE(engine).swept = now_t;
    for (i = 0; i != COUNT(controls); i++) {
        cheir_control_state *state = &STATE(controls)[i];
        if (state->held && has_come(state->until)) state->held = 0;
    }
}

static void pass_time(uint32_t t_us, uint8_t *out)
{
    uint32_t passed_us = t_us - STATE(engine).last_us;
    STATE(engine).last_us = t_us;
    /* Bits 4 ... 19 and 14 ... 29 of the time, by words: a shift of all its bits is a loop on the small chips. */
    now_t = (uint16_t)((uint16_t)((uint16_t)t_us >> TICK_SHIFT) | (uint16_t)((uint16_t)(t_us >> 16) << (16 - TICK_SHIFT)));
    now_slow = (uint16_t)((uint16_t)((uint16_t)(t_us >> 16) << (16 - SLOW_SHIFT)) | (uint16_t)((uint16_t)t_us >> SLOW_SHIFT));
    now_out = out;
    drain(passed_us);
    if (passed_us >= PAUSE_US) expire_timers();
}

/* Power-up: what has not taken its rest yet looks at it. One look ends a frame. */
static OUT_OF_LINE void look_at_rests(void)
{
    uint8_t ended = look_at_levels();
#if CHEIR_strike_banks
    uint8_t i;
    for (i = 0; i != COUNT(strikes); i++) {
        const cheir_zero_state *zero = &STATE(strike_zeros)[i];
        if (zero->stage != CHEIR_ZERO_DONE && !look_waits(zero, ended)) ended |= look_at_strike(i);
    }
#else
    (void)ended;
#endif
}

uint16_t cheir_frame(uint32_t t_us, const uint16_t *counts, uint8_t *out)
{
    pass_time(t_us, out);
    now_counts = counts;
    if (STATE(engine).discard > 0) {
        STATE(engine).discard--;
        return 0;
    }
    if ((uint16_t)(now_t - STATE(engine).swept) >= SWEEP_TICKS) sweep_timers();
    if (STATE(engine).looking > 0) look_at_rests();
#if CHEIR_switched
    play_switched();
#endif
    play_controls();
    play_gates();
#if CHEIR_touch_banks
    {
        uint8_t i;
        for (i = 0; i != COUNT(touch_banks); i++) play_touch_bank(&IMAGE(touch_banks)[i], &STATE(touch_banks)[i]);
    }
#endif
#if CHEIR_strike_banks
    {
        uint8_t i;
        for (i = 0; i != COUNT(strike_banks); i++) play_strike_bank(&IMAGE(strike_banks)[i]);
    }
#endif
#if CHEIR_contacts
    play_contacts();
#endif
    return (uint16_t)(now_out - out);
}

uint16_t cheir_edge(uint32_t t_us, uint8_t contact, uint8_t closed, uint8_t *out)
{
    pass_time(t_us, out);
#if CHEIR_contacts
    /* One that was not measured plays nothing. */
    if (contact < COUNT(contacts) && contact >= U8(bank_of_contact(contact)->lane)) {
        cheir_contact_state *state = &STATE(contacts)[contact];
        state->seen = closed != 0;
        if (!state->running) take_contact(contact);
    }
#else
    (void)contact;
    (void)closed;
#endif
    return (uint16_t)(now_out - out);
}

uint16_t cheir_silence(uint8_t *out)
{
    uint8_t i;
    now_out = out;
#if CHEIR_choices
    /* First, so that no choice falls on another lane while lanes are muted one by one. */
    for (i = 0; i != COUNT(choices); i++) STATE(choices)[i].open = 0;
#endif
    mute_gates();
#if CHEIR_touch_banks
    mute_touches();
#endif
#if CHEIR_strike_banks
    mute_strikes();
#endif
    for (i = 0; i != COUNT(note_lanes); i++) end_note(i);
    return (uint16_t)(now_out - out);
}

/* Whether something is sent on a channel, 0 ... 15. */
static uint8_t plays_on(uint8_t channel)
{
    uint8_t i;
    for (i = 0; i != COUNT(note_lanes); i++)
        if ((U8(IMAGE(note_lanes)[i].channel) & 15u) == channel) return 1;
    for (i = 0; i != COUNT(controls); i++)
        if ((U8(IMAGE(controls)[i].status) & 15u) == channel) return 1;
#if CHEIR_switched
    for (i = 0; i != COUNT(switched); i++)
        if ((U8(IMAGE(switched)[i].status) & 15u) == channel) return 1;
#endif
    return 0;
}

uint16_t cheir_end_all(uint8_t *out)
{
    uint8_t channel;
    now_out = out;
    for (channel = 0; channel != 16u; channel++) {
        if (!plays_on(channel)) continue;
        send3((uint8_t)(CONTROL_CHANGE | channel), SUSTAIN, 0);
        send3((uint8_t)(CONTROL_CHANGE | channel), ALL_NOTES_OFF, 0);
    }
    return (uint16_t)(now_out - out);
}

static void start_levels(void)
{
    static const cheir_zero_state unseen = {0, 0, 0, 0, CHEIR_ZERO_SILENT};
    /* Among all counts nothing happens until the level has taken a look at its rest. */
    static const cheir_gate_state closed = {0, 65535u, 0, 0, CHEIR_GATE_CLOSED, 0, 0, 0};
    static const cheir_control_state unsent = {0, 65535u, UNSENT, 0, 0, 0};
    uint8_t i;
    for (i = 0; i != COUNT(levels); i++) {
        STATE(level_zeros)[i] = unseen;
        STATE(level_zeros)[i].rest = U16(IMAGE(levels)[i].rest);
    }
    for (i = 0; i != COUNT(gates); i++) {
        STATE(gates)[i] = closed;
        STATE(gates)[i].column = U8(IMAGE(gates)[i].column);
    }
    for (i = 0; i != COUNT(controls); i++) {
        STATE(controls)[i] = unsent;
        STATE(controls)[i].column = U8(IMAGE(controls)[i].column);
    }
    STATE(engine).looking = COUNT(levels);
#if CHEIR_strike_banks
    {
        static const cheir_strike_state waiting = {0, 0, 0, CHEIR_STRIKE_WAITING, 0};
        for (i = 0; i != COUNT(strikes); i++) {
            STATE(strike_zeros)[i] = unseen;
            STATE(strike_zeros)[i].rest = U16(IMAGE(strikes)[i].rest);
            STATE(strikes)[i] = waiting;
        }
        STATE(engine).looking = (uint8_t)(STATE(engine).looking + COUNT(strikes));
    }
#endif
}

static void start_banks(void)
{
    uint8_t i;
#if CHEIR_touch_banks
    static const cheir_touch_bank_state unmet = {0, 0, 0, 0};
    for (i = 0; i != COUNT(touch_banks); i++) STATE(touch_banks)[i] = unmet;
    for (i = 0; i != COUNT(touches); i++) {
        cheir_touch_state untouched = {0, 0, 0, CHEIR_TOUCH_UNTOUCHED, 0};
        untouched.untouched = U16(IMAGE(touches)[i].untouched);
        STATE(touches)[i] = untouched;
    }
#endif
#if CHEIR_contacts
    for (i = 0; i != COUNT(contacts); i++) {
        cheir_contact_state at_rest = {0, 0, 0, 0, 0};
        at_rest.seen = at_rest.taken = U8(bank_of_contact(i)->rest);
        STATE(contacts)[i] = at_rest;
    }
#endif
#if CHEIR_switched
    for (i = 0; i != COUNT(switched); i++) {
        STATE(switched)[i].sent = UNSENT7;
        STATE(switched)[i].open = 0;
    }
#endif
#if CHEIR_choices
    for (i = 0; i != COUNT(choices); i++) {
        static const cheir_choice_state shut = {0, 0, 0};
        STATE(choices)[i] = shut;
    }
#endif
    for (i = 0; i != COUNT(note_lanes); i++) {
        STATE(note_lanes)[i].channel = 0;
        STATE(note_lanes)[i].note = NO_NOTE;
    }
}

void cheir_start(void)
{
    static const cheir_engine_state begun = {0, 0, 0, DISCARDED_SCANS, 0, 0, {0, 0, 0}};
    STATE(engine) = begun;
    start_levels();
    start_banks();
}
