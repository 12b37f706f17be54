/* Cheironom runtime; see cheironom.h and docs/engine.md. */
#include "cheironom.h"

enum { CLOSED = 0, ATTACK = 1, SOUNDING = 2, MUTED = 3 };

#define UNSENT 0xffffu
#define ONE 32768u

/* First scans after power-up, which a converter and a sensor need to settle. */
#define DISCARDED_SCANS 5u
/* One tick of the clock is 16 us. */
#define TICK_SHIFT 4
/* A pause of this or more between two frames ends every timer: with the longest, 250 ms, it is under one turn. */
#define PAUSE_US 524288ul

/* The sketch's own folder may fix the table's size, so that the compiler can fold the shifts. */
#if defined(__has_include)
#if __has_include("cheironom_config.h")
#include "cheironom_config.h"
#endif
#endif
#ifdef CHEIR_TABLE_BITS
#define TABLE_BITS(program) CHEIR_TABLE_BITS
#else
#define TABLE_BITS(program) ((program)->table_bits)
#endif

/*
 * On a small chip the loop over the inputs is fast only while it fits the registers: what is rarely needed is kept
 * out of line. The step is short and hot, so that speed is worth a few bytes more than the usual -Os gives.
 */
#if defined(__GNUC__)
#define OUT_OF_LINE __attribute__((noinline))
#else
#define OUT_OF_LINE
#endif
#if defined(__AVR__) && defined(__GNUC__)
#pragma GCC optimize("O2")
#endif

#include "cheironom_scale.h"
#include "cheironom_level.h"
#include "cheironom_gate.h"
#include "cheironom_start_up.h"

/* Notes in the state where a count lies: its side of rest, and how far from it. */
static OUT_OF_LINE void locate(const cheir_input *input, cheir_state *state, uint16_t count)
{
    const cheir_side *side = input->side;
    uint16_t rest = input->rest;
    uint16_t distance = (uint16_t)(count - rest);
    uint8_t mask = CHEIR_UP;
    if (count < rest) {
        distance = (uint16_t)(rest - count);
        if (!input->falling) mask = CHEIR_DOWN;
    } else if (input->falling && distance != 0) {
        mask = CHEIR_DOWN;
    }
    if (mask == CHEIR_DOWN) side++;
    state->mask = mask;
    state->side = side;
    state->distance = distance;
}

/* Ends every timer: more time has passed than any of them takes. */
static OUT_OF_LINE void end_timers(const cheir_program *program)
{
    uint8_t i, k;
    for (i = 0; i < program->inputs; i++) {
        const cheir_input *input = &program->input[i];
        for (k = 0; k < input->levels; k++) input->level_state[k].held = 0;
        for (k = 0; k < input->gates; k++) input->gate_state[k].running = 0;
    }
}

static void start_input(const cheir_input *input, cheir_zero *zero)
{
    static const cheir_level_state unsent = {UNSENT, 0, 0, 0};
    static const cheir_gate_state closed = {CLOSED, 0, 0, 0, 0, 0};
    static const cheir_zero asleep = {0, 0, 0, 0, 0, {0, 0, 0, 0, 0, 0}};
    uint8_t k;
    *zero = asleep;
    for (k = 0; k < input->levels; k++) input->level_state[k] = unsent;
    for (k = 0; k < input->gates; k++) input->gate_state[k] = closed;
}

void cheir_start(const cheir_program *program, cheir_state *state)
{
    uint8_t i;
    state->discard = DISCARDED_SCANS;
    state->last_us = 0;
    for (i = 0; i < program->inputs; i++) {
        state->quiet[i] = 0;
        start_input(&program->input[i], &state->zero[i]);
    }
}

uint16_t cheir_step(const cheir_program *program, cheir_state *state, uint32_t t_us, const uint16_t *counts,
                    uint8_t *out)
{
    const cheir_input *input = program->input;
    cheir_zero *zero = state->zero;
    uint8_t *quiet = state->quiet;
    uint8_t i;
    if ((uint32_t)(t_us - state->last_us) >= PAUSE_US) end_timers(program);
    state->last_us = t_us;
    state->t = (uint16_t)(t_us >> TICK_SHIFT);
    state->out = out;
    if (state->discard > 0) {
        state->discard--;
        return 0;
    }
    for (i = program->inputs; i > 0; i--, input++, quiet++, zero++) {
        uint16_t count = shifted(counts[input->column], zero->shift);
        uint8_t settled = 0;
        uint8_t resting;
        if (!zero->done) {
            if (!start_up(input, zero, count)) continue;
            count = shifted(count, zero->shift);
        }
        resting = count >= input->rest_low && count <= input->rest_high;
        if (resting && *quiet) continue;
        locate(input, state, count);
        if (any_level_may_send(input, state->t)) settled = play_levels(TABLE_BITS(program), input, state);
        if (any_gate_moves(input, state)) play_gates(input, state);
        *quiet = resting && zero->done && (settled || input->levels == 0) && all_gates_sleep(input);
    }
    return (uint16_t)(state->out - out);
}

uint16_t cheir_silence(const cheir_program *program, cheir_state *state, uint8_t *out)
{
    const uint8_t *first = out;
    uint8_t i, k;
    for (i = 0; i < program->inputs; i++) {
        const cheir_input *input = &program->input[i];
        for (k = 0; k < input->gates; k++) {
            cheir_gate_state *gate_state = &input->gate_state[k];
            if (gate_state->stage == SOUNDING) out = write_note_off(gate_state, out);
            if (gate_state->stage == CLOSED) continue;
            gate_state->stage = MUTED;
            gate_state->running = 0;
        }
        state->quiet[i] = 0;
    }
    return (uint16_t)(out - first);
}
