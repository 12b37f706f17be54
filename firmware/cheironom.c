/* Cheironom runtime; see cheironom.h and docs/engine.md. */
#include "cheironom.h"

enum { CLOSED = 0, ATTACK = 1, SOUNDING = 2, MUTED = 3 };

#define UNSENT 0xffffu
#define ONE 32768u
#define LSB_OFFSET 32u
#define RELEASE_VELOCITY 64u
#define NOTE_ON 0x90u
#define NOTE_OFF 0x80u

/* First scans after power-up, which a converter and a sensor need to settle. */
#define DISCARDED_SCANS 5u
/* One tick of the clock is 16 us. */
#define TICK_SHIFT 4
/* A pause of this or more between two frames ends every timer: with the longest, 250 ms, it is under one turn. */
#define PAUSE_US 524288ul
/* A move of rest under this share of "off" is not told from noise by 27 samples; a quarter, as a shift. */
#define TOLD_SHIFT 2

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
static inline uint8_t level_may_send(const cheir_level *level, cheir_level_state *level_state, uint16_t t)
{
    if (level_state->held) {
        if ((uint16_t)(t - level_state->since) < level->interval_ticks) return 0;
        level_state->held = 0;
    }
    return 1;
}

static OUT_OF_LINE uint8_t any_level_may_send(const cheir_input *input, uint16_t t)
{
    const cheir_level *level = input->level;
    cheir_level_state *level_state = input->level_state;
    uint8_t k;
    for (k = input->levels; k > 0; k--, level++, level_state++)
        if (level_may_send(level, level_state, t)) return 1;
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
    level_state->since = state->t;
    level_state->held = 1;
    state->out = write_level(level, value, sent, state->out);
    return 0;
}

static uint8_t *write_note_off(const cheir_gate_state *gate_state, uint8_t *out)
{
    *out++ = (uint8_t)(NOTE_OFF | gate_state->channel);
    *out++ = gate_state->note;
    *out++ = RELEASE_VELOCITY;
    return out;
}

/* Channel and note are kept for the note-off, whatever the program says by then. */
static uint8_t *write_note_on(const cheir_gate *gate, cheir_gate_state *gate_state, uint8_t *out)
{
    gate_state->stage = SOUNDING;
    gate_state->channel = gate->channel;
    gate_state->note = gate->note;
    *out++ = (uint8_t)(NOTE_ON | gate->channel);
    *out++ = gate->note;
    *out++ = (uint8_t)(gate->velocity_from + step7(gate_state->peak, gate->velocity_span));
    return out;
}

/* Notes the peak of an attack. */
static void follow_peak(const cheir_gate *gate, cheir_gate_state *gate_state, const cheir_state *state, uint16_t distance)
{
    const cheir_scale *attack = &gate->attack[state->mask == CHEIR_DOWN];
    uint16_t x = (uint16_t)(distance - state->side->on);
    uint16_t share = x >= attack->span ? ONE : share_below_span(attack, x);
    if (share > gate_state->peak) gate_state->peak = share;
}

/* A gate that opens, waits for its window or its hold-off, or closes. */
static OUT_OF_LINE void change_gate(const cheir_gate *gate, cheir_gate_state *gate_state, cheir_state *state,
                                    uint16_t distance)
{
    const cheir_side *threshold = state->side;
    uint16_t hold_off = gate->hold_off_ticks;
    uint16_t elapsed;
    uint8_t ends;
    if (gate_state->stage == CLOSED) {
        if (gate_state->running && (uint16_t)(state->t - gate_state->since) < hold_off) return;
        gate_state->running = 0;
        if (distance < threshold->on) return;
        gate_state->stage = ATTACK;
        gate_state->since = state->t;
        gate_state->running = 1;
        gate_state->peak = 0;
    }
    elapsed = (uint16_t)(state->t - gate_state->since);
    ends = distance < threshold->off && !(gate_state->running && elapsed < hold_off);
    if (gate_state->stage == ATTACK) {
        if (distance > threshold->on) follow_peak(gate, gate_state, state, distance);
        if (!ends && gate_state->running && elapsed < gate->window_ticks) return;
        state->out = write_note_on(gate, gate_state, state->out);
    }
    if (elapsed >= hold_off) gate_state->running = 0;
    if (!ends) return;
    if (gate_state->stage == SOUNDING) state->out = write_note_off(gate_state, state->out);
    gate_state->stage = CLOSED;
    gate_state->since = state->t;
    gate_state->running = hold_off > 0;
}

/* Whether a gate has nothing to do at this distance. */
static inline uint8_t gate_rests(const cheir_gate_state *gate_state, uint16_t distance, const cheir_side *threshold)
{
    uint8_t stage = gate_state->stage;
    if (gate_state->running) return 0;
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
        if (!level_may_send(level, level_state, state->t)) {
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
        if (!gate_rests(gate_state, distance, state->side)) return 1;
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
        if (!gate_rests(gate_state, distance, state->side)) change_gate(gate, gate_state, state, distance);
    }
}

static OUT_OF_LINE uint8_t all_gates_closed(const cheir_input *input)
{
    uint8_t k;
    for (k = 0; k < input->gates; k++)
        if (input->gate_state[k].stage != CLOSED) return 0;
    return 1;
}

/* Whether no gate will do anything before the level leaves the rest band. */
static OUT_OF_LINE uint8_t all_gates_sleep(const cheir_input *input)
{
    uint8_t k;
    for (k = 0; k < input->gates; k++)
        if (input->gate_state[k].stage != CLOSED || input->gate_state[k].running) return 0;
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

static uint16_t middle_of(uint16_t a, uint16_t b, uint16_t c)
{
    if (a > b) return b > c ? b : a < c ? a : c;
    return a > c ? a : b < c ? b : c;
}

/*
 * Adds a sample to a median of 27 that keeps six of them: medians of three medians of three medians of three
 * (Rousseeuw & Bassett, "The Remedian", J. Am. Stat. Assoc. 85, 1990). Returns 1 once *sample is the median.
 */
static uint8_t remedian(cheir_zero *zero, uint16_t *sample)
{
    uint16_t *waiting = zero->waiting;
    uint8_t shift;
    for (shift = 0; shift < 6; shift = (uint8_t)(shift + 2), waiting += 2) {
        uint8_t digit = (uint8_t)((zero->digits >> shift) & 3u);
        if (digit < 2) {
            waiting[digit] = *sample;
            zero->digits = (uint8_t)(zero->digits + (1u << shift));
            return 0;
        }
        *sample = middle_of(waiting[0], waiting[1], *sample);
        zero->digits = (uint8_t)(zero->digits & ~(3u << shift));
    }
    return 1;
}

static uint16_t lesser(uint16_t a, uint16_t b)
{
    return a < b ? a : b;
}

/*
 * Power-up of one input: rest is taken anew from a median of 27 samples while nothing moves. It is moved by no more than
 * "off", and never while a gate is open; where that would leave it so far from where it was calibrated that a note could
 * not end, gates are mute until the level falls below "off". Returns whether the input plays this frame.
 */
static OUT_OF_LINE uint8_t start_up(const cheir_input *input, cheir_zero *zero, uint16_t count)
{
    uint16_t still = lesser(input->side[0].on, input->side[1].on);
    uint16_t off = lesser(input->side[0].off, input->side[1].off);
    uint16_t distance, by;
    uint8_t k;
    if (zero->digits == 0) zero->first = count;
    if ((count > zero->first ? count - zero->first : zero->first - count) >= still) {
        zero->digits = 0;
        zero->awake = 1;
        return 1;
    }
    if (!remedian(zero, &count)) return zero->awake;
    distance = (uint16_t)(count > input->rest ? count - input->rest : input->rest - count);
    by = lesser(distance, off);
    if ((uint16_t)(distance - by) >= off) {
        if (!zero->awake)
            for (k = 0; k < input->gates; k++) input->gate_state[k].stage = MUTED;
    } else if (all_gates_closed(input)) {
        if (distance > (off >> TOLD_SHIFT)) zero->shift = (int16_t)(count < input->rest ? -(int16_t)by : (int16_t)by);
        zero->done = 1;
    }
    zero->awake = 1;
    return 1;
}

/* A count as it would be with rest where it was calibrated. */
static inline uint16_t shifted(uint16_t count, int16_t shift)
{
    uint16_t moved = (uint16_t)(count - (uint16_t)shift);
    if (shift == 0) return count;
    if (shift > 0) return count < (uint16_t)shift ? 0 : moved;
    return moved < count ? 65535u : moved;
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
