/* Gates that play notes: attack, hold-off, release; src/core/engine/gate.ts is the same. A part of cheironom.c, which alone includes it. */
#ifndef CHEIRONOM_GATE_H
#define CHEIRONOM_GATE_H

#define RELEASE_VELOCITY 64u
#define NOTE_ON 0x90u
#define NOTE_OFF 0x80u

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

#endif
