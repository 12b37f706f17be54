/* Levels as controllers and pressure; src/core/engine/voices/control.ts is the same. A part of cheironom.c, which alone includes it. */
#ifndef CHEIRONOM_CONTROL_H
#define CHEIRONOM_CONTROL_H

#include "cheironom_bend.h"

#define LSB_OFFSET 32u

/* The status byte that a control sends now, and whether it belongs to the note of a lane that is silent. */
#if CHEIR_of_notes
#define STATUS_OF(control) status_of(control)
#define IS_OF_NO_NOTE(control) \
    (U8((control)->lane) != 0 && STATE(note_lanes)[U8((control)->lane) - 1u].note == NO_NOTE)

static uint8_t status_of(const cheir_control *control)
{
    uint8_t status = U8(control->status);
    uint8_t lane = U8(control->lane);
    if (lane == 0) return status;
    return (uint8_t)((status & 0xf0u) | (STATE(note_lanes)[lane - 1u].channel & 15u));
}
#else
#define STATUS_OF(control) U8((control)->status)
#define IS_OF_NO_NOTE(control) 0
#endif

/* A bit a kind that sends seven bits. */
#define COARSE_KINDS                                                                                    \
    ((1u << CHEIR_CONTROL_CONTROLLER7) | (1u << CHEIR_CONTROL_PRESSURE) | (1u << CHEIR_CONTROL_POLY_PRESSURE) \
     | (1u << CHEIR_CONTROL_PARAMETER7) | (1u << CHEIR_CONTROL_TEMPO) | (1u << CHEIR_CONTROL_LIGHT))

/* What is sent for a value: the same, or as far from the other end. */
static UNUSED uint16_t told(const cheir_control *control, uint16_t value)
{
    uint16_t mirror = U16(control->mirror);
    return mirror == 0 ? value : (uint16_t)(mirror - value);
}

#if CHEIR_parameters
#define DATA_ENTRY 6u
/* A parameter is named anew each time: others may name theirs in between. */
static OUT_OF_LINE UNUSED void send_parameter(uint8_t status, uint8_t index, uint8_t high)
{
    const cheir_parameter *own = &IMAGE(parameters)[index];
    uint8_t name = U8(own->registered) ? 100 : 98;
    send3(status, (uint8_t)(name + 1u), U8(own->high));
    send3(status, name, U8(own->low));
    send3(status, DATA_ENTRY, high);
}
#endif

/* Whether a control of this kind sends seven bits, by stairs. */
static inline uint8_t is_coarse(uint8_t kind)
{
    return ((COARSE_KINDS >> kind) & 1u) != 0;
}

/* Whether what a control sent is kept. */
#if CHEIR_holds
#define IS_KEPT(control) (U8((control)->hold) != 0 && STATE(holds)[U8((control)->hold) - 1u].open == 0)
#else
#define IS_KEPT(control) 0
#endif

/* What a control reads, as its takeover has it; and around which value its band lies then. */
#if CHEIR_takeovers
#define TAKE_OVER(control, sent, read) (U8((control)->takeover) == 0 ? (read) : taken_over(control, sent, read))
#define TAKES_OVER(control) takes_over(control)
#define BEGIN_TAKEOVER(control, sent) begin_takeover(control, sent)
#else
#define TAKE_OVER(control, sent, read) (read)
#define TAKES_OVER(control) 0
#define BEGIN_TAKEOVER(control, sent) 0
#endif

/* Among all counts nothing happens until the level has taken a look at its rest; at once where it is fixed. */
static void control_start(void)
{
    cheir_control_state *state = STATE(controls);
    uint8_t i;
    for (i = 0; i != COUNT(controls); i++, state++) {
        FULL_BAND(state);
        if (U16(IMAGE(levels)[U8(IMAGE(controls)[i].level)].still) == 0) EMPTY_BAND(state);
        state->sent = UNSENT;
        state->until = 0;
        state->held = 0;
        state->column = U8(IMAGE(controls)[i].column);
    }
}

/* Past the deadband; the ends always, and anything after a value that is none of the control's (or UNSENT). */
static uint8_t worth_sending(const cheir_control *control, const cheir_control_state *state, uint16_t value)
{
    uint16_t from = U16(control->from);
    uint16_t span = U16(control->span);
    uint16_t before = state->sent;
    if (value == before) return 0;
    if ((uint16_t)(before - from) > span || value == from || value == (uint16_t)(from + span)) return 1;
#if CHEIR_bends
    if (U8(control->kind) == CHEIR_CONTROL_BEND && value == BEND_CENTRE) return 1;
#endif
    return (value > before ? value - before : before - value) >= U8(control->deadband);
}

static void note_sent(const cheir_control *control, cheir_control_state *state, uint16_t value)
{
    uint16_t interval = U16(control->interval_ticks);
    state->sent = value;
    state->until = (uint16_t)(now_t + interval);
    state->held = interval > 0;
}

#if CHEIR_coarse
/* The last distance on a side that reads no more than `step`, and `slack` more; 65535 where that side does not feed the control. */
static uint16_t last_of(const cheir_control *control, const cheir_level *level, uint8_t at, uint8_t step)
{
    const cheir_side *side = &level->side[at];
    uint16_t dead = U16(side->dead);
    if (step >= low(U16(control->span)) || dead == 65535u || !feeds(U8(control->side_mask), at)) return 65535u;
    return count_above((uint16_t)(stair_at(TABLE16(IMAGE(stairs)[U16(control->curve[at]) + step]), dead, U16(side->scale.span)) - 1u),
                       U8(control->slack));
}

/* The counts that read a step, or less than a deadband from it, and `slack` more: noise at a step's edge sends nothing. */
static OUT_OF_LINE void coarse_band(const cheir_control *control, cheir_control_state *state, uint8_t step, uint16_t rest, uint8_t at)
{
    const cheir_level *level = &IMAGE(levels)[U8(control->level)];
    const cheir_side *side = &level->side[at];
    uint8_t span = low(U16(control->span));
    uint8_t slack = U8(control->slack);
    uint16_t room = (uint16_t)(U8(control->deadband) - 1u);
    uint8_t lowest = step == 0 ? 0 : step <= room ? 1 : (uint8_t)(step - room);
    uint8_t highest = step == span ? step : step + room >= span ? (uint8_t)(span - 1u) : (uint8_t)(step + room);
    uint16_t past = last_of(control, level, at, highest);
    uint16_t nearest = 0;
    if (lowest > 0)
        nearest = stair_at(TABLE16(IMAGE(stairs)[U16(control->curve[at]) + lowest - 1u]), U16(side->dead), U16(side->scale.span));
    if (at == 0) {
        state->high = past == 65535u ? 65535u : count_above(rest, past);
        if (lowest > 0) state->low = count_below(count_above(rest, nearest), slack);
    } else {
        state->low = past == 65535u ? 0 : count_below(rest, past);
        if (lowest > 0) state->high = count_above(count_below(rest, nearest), slack);
    }
    if (lowest > 0) return;
    past = last_of(control, level, !at, highest);
    if (at == 0) state->low = past == 65535u ? 0 : count_below(rest, past);
    else state->high = past == 65535u ? 65535u : count_above(rest, past);
}

/* Seven bits: the value and the counts around it that read the same come from its stairs. */
static inline void play_coarse(const cheir_control *control, cheir_control_state *state, const cheir_side *side, uint16_t rest,
                               uint8_t at, uint16_t distance)
{
    uint8_t span = low(U16(control->span));
    uint8_t step = 0;
    uint8_t any = U8(control->deadband) == 1;
    uint8_t value;
    if (feeds(U8(control->side_mask), at))
        step = step_at(IMAGE(stairs) + U16(control->curve[at]), span, side, distance);
    value = (uint8_t)TAKE_OVER(control, state->sent, (uint8_t)(low(U16(control->from)) + step));
    if (any ? value != state->sent : worth_sending(control, state, value)) {
        uint8_t says = (uint8_t)told(control, value);
        note_sent(control, state, value);
#if CHEIR_pressure
        if (U8(control->kind) == CHEIR_CONTROL_PRESSURE) send2(STATUS_OF(control), says);
        else
#endif
#if CHEIR_poly
            if (U8(control->kind) == CHEIR_CONTROL_POLY_PRESSURE)
            send3(STATUS_OF(control), STATE(note_lanes)[U8(control->lane) - 1u].note, says);
        else
#endif
#if CHEIR_parameters
            if (U8(control->kind) == CHEIR_CONTROL_PARAMETER7)
            send_parameter(STATUS_OF(control), U8(control->controller), says);
        else
#endif
#if CHEIR_tempos
            if (U8(control->kind) == CHEIR_CONTROL_TEMPO)
            set_tempo(says);
        else
#endif
#if CHEIR_shows
            if (U8(control->kind) == CHEIR_CONTROL_LIGHT)
            set_show(U8(control->controller), says);
        else
#endif
            send3(STATUS_OF(control), U8(control->controller), says);
    } else charge_look_up();
    if (any && step > 0 && step < span && step_begins >= U8(control->slack) && step_ends < 0xff00u) {
        /* As most often; the search has met both ends of the step, and neither lies past rest or the converter's end with its slack. */
        uint8_t slack = U8(control->slack);
        uint16_t begins = (uint16_t)(step_begins - slack);
        uint16_t last = (uint16_t)(step_ends - 1u + slack);
        state->low = at ? count_below(rest, last) : count_above(rest, begins);
        state->high = at ? count_below(rest, begins) : count_above(rest, last);
    } else {
        if (!TAKES_OVER(control)) step = (uint8_t)(state->sent - U16(control->from));
        coarse_band(control, state, step, rest, at);
    }
}
#endif

#if CHEIR_fine
/* The counts around the one that was sent. Those that read an end begin where it does, so that the end is always sent. */
static void fine_band(const cheir_control *control, cheir_control_state *state, const cheir_side *side, uint8_t at,
                      uint16_t distance, uint16_t raw)
{
    uint8_t slack = U8(control->slack);
    uint16_t end = (uint16_t)(U16(side->dead) + U16(side->scale.span));
    uint16_t past = slack;
    if (distance < end && distance + (uint32_t)slack >= end) past = (uint16_t)(end - 1u - distance);
    state->low = count_below(raw, at ? past : slack);
    state->high = count_above(raw, at ? slack : past);
}

#if CHEIR_bends
/* A bend from the middle to one of its ends. */
static uint16_t bend_at(const cheir_control *control, uint16_t y, uint8_t side)
{
    uint16_t from = U16(control->from), bend;
    if ((side == 1) != (U8(control->controller) != 0))
        return (uint16_t)(BEND_CENTRE - step14(y, (uint16_t)(BEND_CENTRE - from)));
    bend = (uint16_t)(BEND_CENTRE + step14(y, (uint16_t)(from + U16(control->span) - BEND_CENTRE)));
    return bend > BEND_END ? BEND_END : bend;
}
#endif

/* Fourteen bits: the high byte only when it changed, the low byte always; and bends. */
static OUT_OF_LINE void play_fine(const cheir_control *control, cheir_control_state *state, const cheir_side *side, uint8_t at,
                                  uint16_t distance, uint16_t raw)
{
    uint16_t dead = U16(side->dead);
    uint16_t share = 0;
    uint16_t value, before;
#if CHEIR_glides
    if (U8(control->kind) == CHEIR_CONTROL_GLIDE) value = glide_of((uint8_t)(U8(control->glide) - 1u), raw);
    else
#endif
    {
        if ((feeds(U8(control->side_mask), at)) && distance > dead)
            share = share_of(&side->scale, (uint16_t)(distance - dead));
        share = mapped(U16(control->curve[at]), share);
#if CHEIR_bends
        if (U8(control->kind) == CHEIR_CONTROL_BEND) value = bend_at(control, share, at);
        else
#endif
            value = (uint16_t)(U16(control->from) + step14(share, U16(control->span)));
    }
    value = TAKE_OVER(control, state->sent, value);
    if (worth_sending(control, state, value)) {
        before = state->sent;
        note_sent(control, state, value);
        value = told(control, value);
#if CHEIR_bends || CHEIR_glides
        if (U8(control->kind) == CHEIR_CONTROL_BEND || U8(control->kind) == CHEIR_CONTROL_GLIDE)
            send_bend(STATUS_OF(control) & 15u, value);
        else
#endif
#if CHEIR_parameters
            if (U8(control->kind) == CHEIR_CONTROL_PARAMETER14) {
            send_parameter(STATUS_OF(control), U8(control->controller), (uint8_t)(value >> 7));
            send3(STATUS_OF(control), DATA_ENTRY + LSB_OFFSET, (uint8_t)(value & 0x7fu));
        } else
#endif
        {
            if (before == UNSENT || (value >> 7) != (told(control, before) >> 7))
                send3(STATUS_OF(control), U8(control->controller), (uint8_t)(value >> 7));
            send3(STATUS_OF(control), (uint8_t)(U8(control->controller) + LSB_OFFSET), (uint8_t)(value & 0x7fu));
        }
    } else charge_look_up();
    fine_band(control, state, side, at, distance, raw);
}
#endif

#if CHEIR_of_notes
/* What a control of seven bits reads in the frame at hand; its lowest value before its level has taken its rest. */
static OUT_OF_LINE UNUSED uint8_t read_now(uint8_t index)
{
#if CHEIR_coarse
    const cheir_control *control = &IMAGE(controls)[index];
    const cheir_side *side = IMAGE(levels)[U8(control->level)].side;
    const cheir_zero_state *zero = &STATE(level_zeros)[U8(control->level)];
    uint16_t raw = now_counts[U8(control->column)];
    uint16_t distance = (uint16_t)(raw - zero->rest);
    uint8_t from = low(U16(control->from));
    uint8_t at = 0;
    if (zero->stage == CHEIR_ZERO_SILENT) return from;
    if (raw < zero->rest) {
        distance = (uint16_t)(zero->rest - raw);
        at = 1;
        side++;
    }
    if (!feeds(U8(control->side_mask), at)) return from;
    return (uint8_t)(from + step_at(IMAGE(stairs) + U16(control->curve[at]), low(U16(control->span)), side, distance));
#else
    (void)index;
    return 0;
#endif
}
#endif

/* A control whose count lies outside its band. */
static OUT_OF_LINE void change_control(const cheir_control *control, cheir_control_state *state, uint16_t raw)
{
    uint8_t index = U8(control->level);
    const cheir_level *level = &IMAGE(levels)[index];
    const cheir_zero_state *zero = &STATE(level_zeros)[index];
    const cheir_side *side = level->side;
    uint16_t rest = zero->rest;
    uint16_t distance = (uint16_t)(raw - rest);
    uint8_t at = 0;
    if (!LIVES(control) || IS_KEPT(control) || IS_OF_NO_NOTE(control)) {
        FULL_BAND(state);
        return;
    }
    if (zero->stage == CHEIR_ZERO_SILENT) return;
    if (raw < rest) {
        distance = (uint16_t)(rest - raw);
        at = 1;
        side++;
    }
#if CHEIR_coarse && CHEIR_fine
    if (is_coarse(U8(control->kind))) play_coarse(control, state, side, rest, at, distance);
    else play_fine(control, state, side, at, distance, raw);
#elif CHEIR_fine
    play_fine(control, state, side, at, distance, raw);
#else
    play_coarse(control, state, side, rest, at, distance);
#endif
}

/* Plays a frame on one control, unless it is held or its count reads what was sent. Returns whether it may have sent something. */
static inline uint8_t play_control(const cheir_control *control, cheir_control_state *state, const uint16_t *counts)
{
    uint16_t count;
    if (SELDOM(state->held)) {
        if (!has_come(state->until)) return 0;
        state->held = 0;
    }
    count = counts[state->column];
    if (!SELDOM(count < state->low || count > state->high)) return 0;
    change_control(control, state, count);
    return 1;
}

/* Plays some controls one after another. Returns the first after one that has filled the wire; 0 where none has. */
static OUT_OF_LINE uint8_t play_controls_from(uint8_t index, uint8_t until)
{
    cheir_control_state *state = &STATE(controls)[index];
    const uint16_t *counts = now_counts;
    for (; index != until; index++, state++)
        if (play_control(&IMAGE(controls)[index], state, counts) && !wire_is_free()) return (uint8_t)(index + 1u);
    return 0;
}

/* Plays a frame on the controls, beginning with the one whose turn it is, as far as the wire is free. */
static void control_frame(void)
{
    uint8_t turn = STATE(engine).turn;
    uint8_t next;
    if (!wire_is_free()) return;
    next = play_controls_from(turn, COUNT(controls));
    if (next == 0) next = play_controls_from(0, turn);
    if (next != 0) STATE(engine).turn = next == COUNT(controls) ? 0 : next;
}

static void control_expire(void)
{
    uint8_t i;
    for (i = 0; i != COUNT(controls); i++) STATE(controls)[i].held = 0;
}

static void control_sweep(void)
{
    uint8_t i;
    for (i = 0; i != COUNT(controls); i++) {
        cheir_control_state *state = &STATE(controls)[i];
        if (state->held && has_come(state->until)) state->held = 0;
    }
}

#if CHEIR_scenes
/* What was sent last of a control's message: by one that lived in the scene before, else by itself. */
static uint16_t last_sent(uint8_t index, uint8_t before)
{
    const cheir_control *own = &IMAGE(controls)[index];
    uint8_t i;
    for (i = 0; i != COUNT(controls); i++) {
        const cheir_control *control = &IMAGE(controls)[i];
        if (U8(control->status) == U8(own->status) && U8(control->controller) == U8(own->controller)
            && U8(control->kind) == U8(own->kind) && U16(control->mirror) == U16(own->mirror) && lives_in(control->scenes, before) && STATE(controls)[i].sent != UNSENT)
            return STATE(controls)[i].sent;
    }
    return STATE(controls)[index].sent;
}

static void control_scene(uint8_t before)
{
    uint8_t i;
    for (i = 0; i != COUNT(controls); i++) {
        const cheir_control *control = &IMAGE(controls)[i];
        uint16_t sent;
        if (lives_in(control->scenes, before) || !LIVES(control)) continue;
        EMPTY_BAND(&STATE(controls)[i]);
        sent = last_sent(i, before);
        STATE(controls)[i].sent = BEGIN_TAKEOVER(control, sent) ? sent : UNSENT;
    }
}
#endif

#if CHEIR_SETTABLE
static inline void control_changed(uint8_t i, const cheir_control *before)
{
    const cheir_control *control = &IMAGE(controls)[i];
    EMPTY_BAND(&STATE(controls)[i]);
    if (control->status != before->status || control->controller != before->controller) STATE(controls)[i].sent = UNSENT;
}

/* Whether it sends what MIDI can carry, from a table or stairs that are there. */
static inline uint8_t control_is_sound(const cheir_control *next, const cheir_control *now, uint16_t tables, uint16_t stairs)
{
    uint32_t most = (uint32_t)next->from + next->span;
    if (!is_same_message(next->status, now->status) || next->deadband == 0) return 0;
    if (next->mirror != 0 && (next->mirror < most || (uint16_t)(next->mirror - next->from) > (is_coarse(next->kind) ? 127u : 16383u))) return 0;
    if (next->kind == CHEIR_CONTROL_GLIDE) return 1;
    if (next->kind == CHEIR_CONTROL_BEND)
        return next->from <= 8192u && most >= 8192u && most <= 16384u && are_tables(next->curve, tables);
#if CHEIR_parameters
    if (next->kind == CHEIR_CONTROL_PARAMETER14)
        return most <= 16383u && next->controller < COUNT(parameters) && are_tables(next->curve, tables);
    if (next->kind == CHEIR_CONTROL_PARAMETER7 && next->controller >= COUNT(parameters)) return 0;
#endif
#if CHEIR_shows
    if (next->kind == CHEIR_CONTROL_LIGHT && next->controller >= COUNT(shows)) return 0;
#endif
    if (next->kind == CHEIR_CONTROL_CONTROLLER14)
        return most <= 16383u && next->controller < LSB_OFFSET && are_tables(next->curve, tables);
    return most <= 127u && next->controller <= 127u && (uint32_t)next->curve[0] + next->span <= stairs
           && (uint32_t)next->curve[1] + next->span <= stairs;
}
#endif

#endif
