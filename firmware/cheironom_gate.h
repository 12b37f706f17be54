/* Gates of levels: attack, hold-off, release; src/core/engine/blocks/gate.ts is the same. A part of cheironom.c, which alone includes it. */
#ifndef CHEIRONOM_GATE_H
#define CHEIRONOM_GATE_H

/* The counts that fall short of "on", on the sides that feed the gate. */
static void closed_band(const cheir_gate *gate, cheir_gate_state *state, const cheir_level *level, int16_t shift)
{
    uint8_t mask = U8(gate->side_mask);
    uint16_t rest = U16(level->rest);
    state->high = mask & ABOVE ? count_above(rest, shift, (uint16_t)(U16(level->side[0].on) - 1u)) : 65535u;
    state->low = mask & BELOW ? count_below(rest, shift, (uint16_t)(U16(level->side[1].on) - 1u)) : 0;
}

/* The counts that keep a gate open on the side where it is. */
static void open_band(cheir_gate_state *state, const cheir_level *level, int16_t shift, uint8_t side, uint16_t off)
{
    uint16_t rest = U16(level->rest);
    state->low = side == 0 ? count_above(rest, shift, off) : 0;
    state->high = side == 0 ? 65535u : count_below(rest, shift, off);
}

/*
 * A gate that opens, waits for its window, or closes. It opens at on and closes below off; its listeners hear of it when
 * the window has passed, with the peak in it for a strength.
 */
static OUT_OF_LINE void change_gate(const cheir_gate *gate, cheir_gate_state *state, uint16_t count)
{
    uint8_t index = U8(gate->level);
    const cheir_level *level = &IMAGE(levels)[index];
    const cheir_zero_state *zero = &STATE(level_zeros)[index];
    uint16_t rest = U16(level->rest);
    uint16_t hold_off = U16(gate->hold_off_ticks);
    uint16_t distance, on, off, elapsed;
    uint8_t side = 0, released;
    if (zero->stage == CHEIR_ZERO_SILENT) return;
    count = shifted(count, zero->shift);
    distance = (uint16_t)(count - rest);
    if (count < rest) {
        distance = (uint16_t)(rest - count);
        side = 1;
    }
    if (!(U8(gate->side_mask) & (side ? BELOW : ABOVE))) distance = 0;
    on = U16(level->side[side].on);
    off = U16(level->side[side].off);
    if (state->stage == CHEIR_GATE_CLOSED) {
        if (distance < on) {
            closed_band(gate, state, level, zero->shift);
            return;
        }
        state->stage = side ? CHEIR_GATE_ATTACK_BELOW : CHEIR_GATE_ATTACK_ABOVE;
        state->since = now_t;
        state->peak = 0;
        EMPTY_BAND(state);
    }
    elapsed = (uint16_t)(now_t - state->since);
    released = distance < off;
    if (state->stage >= CHEIR_GATE_ATTACK_ABOVE) {
        uint8_t began = state->stage == CHEIR_GATE_ATTACK_BELOW;
        uint8_t ends = released && elapsed >= hold_off;
        if (side == began && distance > on && (uint16_t)(distance - on) > state->peak)
            state->peak = (uint16_t)(distance - on);
        if (!ends && elapsed < U16(gate->window_ticks)) return;
        state->stage = CHEIR_GATE_OPEN;
        state->running = elapsed < hold_off;
        gate_opens(U8(gate->listener), U8(gate->listeners), 0, share_of(&gate->attack[began], state->peak));
        if (state->running) return;
    }
    if (!released) {
        open_band(state, level, zero->shift, side, off);
        return;
    }
    released = state->stage == CHEIR_GATE_OPEN;
    state->stage = CHEIR_GATE_CLOSED;
    state->since = now_t;
    state->running = hold_off > 0;
    closed_band(gate, state, level, zero->shift);
    if (released) gate_closes(U8(gate->listener), U8(gate->listeners), 0);
}

/* Passes over the gates whose hold-off runs, and those whose counts lie among which nothing happens. */
static OUT_OF_LINE void play_gates(void)
{
    const cheir_gate *gate = IMAGE(gates);
    cheir_gate_state *state = STATE(gates);
    const uint16_t *counts = now_counts;
    uint8_t i;
    for (i = COUNT(gates); i > 0; i--, gate++, state++) {
        uint16_t count;
        if (state->running) {
            if ((uint16_t)(now_t - state->since) < U16(gate->hold_off_ticks)) continue;
            state->running = 0;
        }
        count = counts[U8(gate->column)];
        if (count < state->low || count > state->high) change_gate(gate, state, count);
    }
}

/* What is open stays mute until it has been let go. */
static void mute_gates(void)
{
    uint8_t i;
    for (i = 0; i != COUNT(gates); i++) {
        const cheir_gate *gate = &IMAGE(gates)[i];
        cheir_gate_state *state = &STATE(gates)[i];
        if (state->stage == CHEIR_GATE_CLOSED) continue;
        if (state->stage == CHEIR_GATE_OPEN) gate_closes(U8(gate->listener), U8(gate->listeners), 0);
        state->stage = CHEIR_GATE_MUTED;
        state->running = 0;
        EMPTY_BAND(state);
    }
}

#endif
