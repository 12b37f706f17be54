/* Cheironom runtime; see cheironom.h and docs/engine.md. */
#include "cheironom.h"

enum { CLOSED = 0, ATTACK = 1, SOUNDING = 2, MUTED = 3 };

#define UNSENT 0xffffu
#define ONE 32768u
#define LSB_OFFSET 32u
#define RELEASE_VELOCITY 64u

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

/* The two bytes of a word. The empty assembly keeps gcc from multiplying whole words where bytes will do. */
static inline uint8_t low(uint16_t x)
{
    uint8_t b = (uint8_t)x;
#if defined(__AVR__)
    __asm__("" : "+r"(b));
#endif
    return b;
}

static inline uint8_t high(uint16_t x)
{
    uint8_t b = (uint8_t)(x >> 8);
#if defined(__AVR__)
    __asm__("" : "+r"(b));
#endif
    return b;
}

/* 8 x 8 bits: one instruction on the small chips. */
static inline uint16_t product(uint8_t a, uint8_t b)
{
    return (uint16_t)((uint16_t)a * b);
}

/* a * b / 256, rounded down. */
static inline uint16_t product_by_256(uint16_t a, uint8_t b)
{
    return (uint16_t)(product(high(a), b) + high(product(low(a), b)));
}

/* Q15 share of x < span: about x * factor * mul / 65536, from the three larger of its four partial products. */
static inline uint16_t share_below_span(const cheir_scale *s, uint16_t x)
{
    uint16_t mul = s->mul;
    uint16_t scaled = (uint16_t)((uint32_t)x * s->factor);
    uint8_t mul_high = high(mul);
    return (uint16_t)(product_by_256(scaled, mul_high) + high(product(high(scaled), low(mul))));
}

/* A Q15 share of a span of 0 ... 127, rounded half up. */
static inline uint8_t step7(uint16_t share, uint8_t span)
{
    return high((uint16_t)((uint16_t)(product_by_256(share, span) + 64u) << 1));
}

/* The same for a span of up to 16383. */
static OUT_OF_LINE uint16_t step14(uint16_t share, uint16_t span)
{
    return (uint16_t)(((uint32_t)share * span + 16384u) >> 15);
}

/* The response at x counts past the dead zone and short of reach. */
static OUT_OF_LINE uint16_t response_within(const uint16_t *table, uint8_t table_bits, const cheir_scale *scale,
                                            uint16_t x)
{
    uint16_t share = share_below_span(scale, x);
    uint16_t y, rise;
    uint8_t fraction;
    table += share >> (15 - table_bits);
    share = (uint16_t)(share << 1);
    fraction = high((uint16_t)(share << table_bits));
    y = CHEIR_TABLE(table);
    rise = (uint16_t)(CHEIR_TABLE(table + 1) - y);
    y = (uint16_t)(y + product(high(rise), fraction));
    return (uint16_t)(y + high((uint16_t)(product(low(rise), fraction) + 128u)));
}

/* The response, Q15, where the input at hand lies. */
static OUT_OF_LINE uint16_t response_of(uint8_t table_bits, const cheir_input *input, const cheir_state *state)
{
    const cheir_side *side = state->side;
    const uint16_t *table = input->table;
    uint16_t distance = state->distance;
    uint16_t dead = side->dead;
    if (distance <= dead) return CHEIR_TABLE(table);
    distance = (uint16_t)(distance - dead);
    if (distance >= side->scale.span) return CHEIR_TABLE(table + ((uint16_t)1 << table_bits));
    return response_within(table, table_bits, &side->scale, distance);
}

static uint8_t *write_level(const cheir_level *level, uint16_t value, uint16_t sent, uint8_t *out)
{
    if (level->kind == CHEIR_CONTROLLER14) {
        if (sent == UNSENT || (value >> 7) != (sent >> 7)) {
            *out++ = level->status;
            *out++ = level->controller;
            *out++ = (uint8_t)(value >> 7);
        }
        *out++ = level->status;
        *out++ = (uint8_t)(level->controller + LSB_OFFSET);
        *out++ = (uint8_t)(value & 0x7fu);
        return out;
    }
    *out++ = level->status;
    if (level->kind == CHEIR_CONTROLLER7) *out++ = level->controller;
    *out++ = (uint8_t)value;
    return out;
}

/* What a level reads at a response. */
static OUT_OF_LINE uint16_t level_value(const cheir_level *level, uint16_t response)
{
    if (level->kind == CHEIR_CONTROLLER14) return (uint16_t)(level->from + step14(response, level->span));
    return (uint16_t)(level->from + step7(response, low(level->span)));
}

/* Whether a level may send again. Asked first: until then, nothing needs to be computed for it. */
static inline uint8_t level_may_send(const cheir_level *level, cheir_level_state *level_state, uint16_t t_us)
{
    if (level_state->held) {
        if ((uint16_t)(t_us - level_state->sent_us) < level->interval_us) return 0;
        level_state->held = 0;
    }
    return 1;
}

static OUT_OF_LINE uint8_t any_level_may_send(const cheir_input *input, uint16_t t_us)
{
    const cheir_level *level = input->level;
    cheir_level_state *level_state = input->level_state;
    uint8_t k;
    for (k = input->levels; k > 0; k--, level++, level_state++)
        if (level_may_send(level, level_state, t_us)) return 1;
    return 0;
}

/*
 * Sends what a level reads now, if that is another value and worth it. Returns whether it rests: it had sent what it
 * reads already.
 */
static OUT_OF_LINE uint8_t play_level(const cheir_level *level, cheir_level_state *level_state, cheir_state *state,
                                      uint16_t response)
{
    uint16_t value = level_value(level, response);
    uint16_t sent = level_state->sent;
    if (value == sent) return 1;
    if (sent != UNSENT && value != level->from && value != (uint16_t)(level->from + level->span)) {
        uint16_t before = level_state->sent_at;
        uint16_t moved = response > before ? (uint16_t)(response - before) : (uint16_t)(before - response);
        if (moved < level->deadband) return 0;
    }
    level_state->sent = value;
    level_state->sent_at = response;
    level_state->sent_us = state->t_us;
    level_state->held = 1;
    state->out = write_level(level, value, sent, state->out);
    return 0;
}

static uint8_t *write_note_off(const cheir_gate *gate, uint8_t *out)
{
    *out++ = gate->status_off;
    *out++ = gate->note;
    *out++ = RELEASE_VELOCITY;
    return out;
}

/* A gate that opens, waits for its window, or closes. */
static OUT_OF_LINE void change_gate(const cheir_gate *gate, cheir_gate_state *gate_state, cheir_state *state,
                                    uint16_t distance)
{
    const cheir_side *threshold = state->side;
    uint8_t released = distance < threshold->off;
    uint8_t *out = state->out;
    if (gate_state->stage == CLOSED) {
        gate_state->stage = ATTACK;
        gate_state->opened_us = state->t_us;
        gate_state->peak = 0;
    }
    if (gate_state->stage == ATTACK) {
        if (!released && distance > threshold->on) {
            const cheir_scale *attack = &gate->attack[state->mask == CHEIR_DOWN];
            uint16_t x = (uint16_t)(distance - threshold->on);
            uint16_t share = x >= attack->span ? ONE : share_below_span(attack, x);
            if (share > gate_state->peak) gate_state->peak = share;
        }
        if (!released && (uint16_t)(state->t_us - gate_state->opened_us) < gate->window_us) return;
        gate_state->stage = SOUNDING;
        *out++ = gate->status_on;
        *out++ = gate->note;
        *out++ = (uint8_t)(gate->velocity_from + step7(gate_state->peak, gate->velocity_span));
    }
    if (released) {
        if (gate_state->stage == SOUNDING) out = write_note_off(gate, out);
        gate_state->stage = CLOSED;
    }
    state->out = out;
}

/* Whether a gate has nothing to do at this distance. */
static inline uint8_t gate_rests(uint8_t stage, uint16_t distance, const cheir_side *threshold)
{
    if (stage == CLOSED) return distance < threshold->on;
    return stage != ATTACK && distance >= threshold->off;
}

/* Plays the levels of an input. Returns whether all rest. */
static OUT_OF_LINE uint8_t play_levels(uint8_t table_bits, const cheir_input *input, cheir_state *state)
{
    const cheir_level *level = input->level;
    cheir_level_state *level_state = input->level_state;
    uint8_t settled = 1;
    uint8_t k;
    for (k = input->levels; k > 0; k--, level++, level_state++) {
        uint16_t response;
        if (!level_may_send(level, level_state, state->t_us)) {
            settled = 0;
            continue;
        }
        response = (level->side_mask & state->mask) ? response_of(table_bits, input, state) : CHEIR_TABLE(input->table);
        settled &= play_level(level, level_state, state, response);
    }
    return settled;
}

/* Whether any gate has something to do. */
static OUT_OF_LINE uint8_t any_gate_moves(const cheir_input *input, const cheir_state *state)
{
    const cheir_gate *gate = input->gate;
    const cheir_gate_state *gate_state = input->gate_state;
    uint8_t k;
    for (k = input->gates; k > 0; k--, gate++, gate_state++) {
        uint16_t distance = (gate->side_mask & state->mask) ? state->distance : 0;
        if (!gate_rests(gate_state->stage, distance, state->side)) return 1;
    }
    return 0;
}

static OUT_OF_LINE void play_gates(const cheir_input *input, cheir_state *state)
{
    const cheir_gate *gate = input->gate;
    cheir_gate_state *gate_state = input->gate_state;
    uint8_t k;
    for (k = input->gates; k > 0; k--, gate++, gate_state++) {
        uint16_t distance = (gate->side_mask & state->mask) ? state->distance : 0;
        if (!gate_rests(gate_state->stage, distance, state->side)) change_gate(gate, gate_state, state, distance);
    }
}

static OUT_OF_LINE uint8_t all_gates_closed(const cheir_input *input)
{
    uint8_t k;
    for (k = 0; k < input->gates; k++)
        if (input->gate_state[k].stage != CLOSED) return 0;
    return 1;
}

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

void cheir_start(const cheir_program *program, cheir_state *state)
{
    uint8_t i, k;
    for (i = 0; i < program->inputs; i++) {
        const cheir_input *input = &program->input[i];
        state->quiet[i] = 0;
        for (k = 0; k < input->levels; k++) {
            input->level_state[k].sent = UNSENT;
            input->level_state[k].sent_at = 0;
            input->level_state[k].sent_us = 0;
            input->level_state[k].held = 0;
        }
        for (k = 0; k < input->gates; k++) {
            input->gate_state[k].stage = CLOSED;
            input->gate_state[k].peak = 0;
            input->gate_state[k].opened_us = 0;
        }
    }
}

uint16_t cheir_step(const cheir_program *program, cheir_state *state, uint32_t t_us, const uint16_t *counts,
                    uint8_t *out)
{
    const cheir_input *input = program->input;
    uint8_t *quiet = state->quiet;
    uint8_t i;
    state->t_us = (uint16_t)t_us;
    state->out = out;
    for (i = program->inputs; i > 0; i--, input++, quiet++) {
        uint16_t count = counts[input->column];
        uint8_t resting = count >= input->rest_low && count <= input->rest_high;
        uint8_t settled = 0;
        if (resting && *quiet) continue;
        locate(input, state, count);
        if (any_level_may_send(input, state->t_us)) settled = play_levels(TABLE_BITS(program), input, state);
        if (any_gate_moves(input, state)) play_gates(input, state);
        *quiet = resting && (settled || input->levels == 0) && all_gates_closed(input);
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
            if (gate_state->stage == SOUNDING) out = write_note_off(&input->gate[k], out);
            if (gate_state->stage != CLOSED) gate_state->stage = MUTED;
        }
        state->quiet[i] = 0;
    }
    return (uint16_t)(out - first);
}
