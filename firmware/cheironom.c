/* Cheironom runtime; see cheironom.h and docs/engine.md. */
#include "cheironom.h"

enum { CLOSED = 0, ATTACK = 1, SOUNDING = 2, MUTED = 3 };

#define UNSENT 0xffffu
#define ONE 32768u
#define LSB_OFFSET 32u
#define RELEASE_VELOCITY 64u

/* The generated header may fix the table's size, so that the compiler can fold the shifts. */
#ifdef CHEIR_TABLE_BITS
#define TABLE_BITS(program) CHEIR_TABLE_BITS
#else
#define TABLE_BITS(program) ((program)->table_bits)
#endif

/* Upper half of a 16 x 16 product, with rounding. */
static inline uint16_t high_rounded(uint16_t a, uint16_t b)
{
    return (uint16_t)(((uint32_t)a * b + 32768u) >> 16);
}

static inline uint16_t share_of(const cheir_scale *s, uint16_t x)
{
    if (x >= s->span) return ONE;
    return (uint16_t)(((uint32_t)(uint16_t)(x << s->shift) * s->mul) >> 16);
}

static inline uint16_t response_of(const cheir_input *input, uint8_t table_bits, const cheir_side *side,
                                   uint16_t distance)
{
    uint16_t share, fraction, y;
    const uint16_t *at;
    if (side->scale.span == 0 || distance <= side->dead) return CHEIR_TABLE(input->table);
    share = share_of(&side->scale, (uint16_t)(distance - side->dead));
    if (share >= ONE) return CHEIR_TABLE(input->table + ((uint16_t)1 << table_bits));
    at = input->table + (share >> (15 - table_bits));
    fraction = (uint16_t)((uint32_t)share << (table_bits + 1));
    y = CHEIR_TABLE(at);
    return (uint16_t)(y + high_rounded((uint16_t)(CHEIR_TABLE(at + 1) - y), fraction));
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

static inline uint8_t *play_level(const cheir_level *level, cheir_level_state *state, uint32_t t_us,
                                  uint16_t response, uint8_t *out)
{
    uint16_t value = (uint16_t)(level->from + high_rounded(response, level->span2));
    uint16_t sent = state->sent;
    if (value == sent) return out;
    if (sent != UNSENT) {
        uint16_t moved = response > state->sent_at ? (uint16_t)(response - state->sent_at)
                                                   : (uint16_t)(state->sent_at - response);
        uint8_t at_end = value == level->from || value == (uint16_t)(level->from + (level->span2 >> 1));
        if (moved < level->deadband && !at_end) return out;
        if ((uint32_t)(t_us - state->sent_us) < level->interval_us) return out;
    }
    state->sent = value;
    state->sent_at = response;
    state->sent_us = t_us;
    return write_level(level, value, sent, out);
}

static uint8_t *write_note_off(const cheir_gate *gate, uint8_t *out)
{
    *out++ = gate->status_off;
    *out++ = gate->note;
    *out++ = RELEASE_VELOCITY;
    return out;
}

static uint8_t *play_gate(const cheir_gate *gate, cheir_gate_state *state, uint32_t t_us, uint8_t side,
                          uint16_t distance, const cheir_side *threshold, uint8_t *out)
{
    uint8_t released;
    if (state->stage == CLOSED) {
        if (distance == 0 || distance < threshold->on) return out;
        state->stage = ATTACK;
        state->opened_us = t_us;
        state->peak = 0;
    }
    released = distance == 0 || distance < threshold->off;
    if (state->stage == ATTACK) {
        if (!released && distance > threshold->on) {
            uint16_t share = share_of(&gate->attack[side], (uint16_t)(distance - threshold->on));
            if (share > state->peak) state->peak = share;
        }
        if (!released && (uint32_t)(t_us - state->opened_us) < gate->window_us) return out;
        state->stage = SOUNDING;
        *out++ = gate->status_on;
        *out++ = gate->note;
        *out++ = (uint8_t)(gate->velocity_from + high_rounded(state->peak, gate->velocity_span2));
    }
    if (!released) return out;
    if (state->stage == SOUNDING) out = write_note_off(gate, out);
    state->stage = CLOSED;
    return out;
}

void cheir_start(const cheir_program *program, cheir_state *state)
{
    uint8_t i, k;
    cheir_level_state *level = state->level;
    cheir_gate_state *gate = state->gate;
    for (i = 0; i < program->inputs; i++) {
        for (k = 0; k < program->input[i].levels; k++, level++) {
            level->sent = UNSENT;
            level->sent_at = 0;
            level->sent_us = 0;
        }
        for (k = 0; k < program->input[i].gates; k++, gate++) {
            gate->stage = CLOSED;
            gate->peak = 0;
            gate->opened_us = 0;
        }
    }
}

uint16_t cheir_step(const cheir_program *program, cheir_state *state, uint32_t t_us, const uint16_t *counts,
                    uint8_t *out)
{
    const uint8_t *first = out;
    const cheir_input *input = program->input;
    const cheir_level *level = program->level;
    const cheir_gate *gate = program->gate;
    cheir_level_state *level_state = state->level;
    cheir_gate_state *gate_state = state->gate;
    uint8_t i, k;
    for (i = 0; i < program->inputs; i++, input++) {
        uint16_t count = counts[input->column];
        uint8_t below = count < input->rest;
        uint16_t distance = below ? (uint16_t)(input->rest - count) : (uint16_t)(count - input->rest);
        uint8_t s = (uint8_t)(distance != 0 && below != input->falling);
        const cheir_side *side = &input->side[s];
        uint8_t mask = s ? CHEIR_DOWN : CHEIR_UP;
        uint16_t response;
        if (side->scale.span == 0) distance = 0;
        response = response_of(input, TABLE_BITS(program), side, distance);
        for (k = input->levels; k > 0; k--, level++, level_state++)
            out = play_level(level, level_state, t_us,
                             (level->side_mask & mask) ? response : CHEIR_TABLE(input->table), out);
        for (k = input->gates; k > 0; k--, gate++, gate_state++)
            out = play_gate(gate, gate_state, t_us, s, (gate->side_mask & mask) ? distance : 0, side, out);
    }
    return (uint16_t)(out - first);
}

uint16_t cheir_silence(const cheir_program *program, cheir_state *state, uint8_t *out)
{
    const uint8_t *first = out;
    const cheir_gate *gate = program->gate;
    cheir_gate_state *gate_state = state->gate;
    uint8_t i, k;
    for (i = 0; i < program->inputs; i++) {
        for (k = program->input[i].gates; k > 0; k--, gate++, gate_state++) {
            if (gate_state->stage == SOUNDING) out = write_note_off(gate, out);
            if (gate_state->stage != CLOSED) gate_state->stage = MUTED;
        }
    }
    return (uint16_t)(out - first);
}
