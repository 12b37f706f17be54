/* Gates of levels: attack, hold-off, release; src/core/engine/blocks/gate.ts is the same. A part of cheironom.c, which alone includes it. */
#ifndef CHEIRONOM_GATE_H
#define CHEIRONOM_GATE_H

/* Among all counts nothing happens until the level has taken a look at its rest; at once where it is fixed. */
static void gate_start(void)
{
    cheir_gate_state *state = STATE(gates);
    uint8_t i;
    for (i = 0; i != COUNT(gates); i++, state++) {
        FULL_BAND(state);
        if (U16(IMAGE(levels)[U8(IMAGE(gates)[i].level)].still) == 0) EMPTY_BAND(state);
        state->peak = state->since = 0;
        state->stage = CHEIR_GATE_CLOSED;
        state->column = U8(IMAGE(gates)[i].column);
    }
}

/* The hold-off is over. */
static inline void end_hold_off(cheir_gate_state *state)
{
    if (state->stage == CHEIR_GATE_OPEN_HELD) state->stage = CHEIR_GATE_OPEN;
    if (state->stage == CHEIR_GATE_CLOSED_HELD) state->stage = CHEIR_GATE_CLOSED;
}

/* The counts that fall short of "on", on the sides that feed the gate. */
static void closed_band(const cheir_gate *gate, cheir_gate_state *state, const cheir_level *level, uint16_t rest)
{
    uint8_t mask = U8(gate->side_mask);
    state->high = mask & ABOVE ? count_above(rest, (uint16_t)(U16(level->side[0].on) - 1u)) : 65535u;
    state->low = mask & BELOW ? count_below(rest, (uint16_t)(U16(level->side[1].on) - 1u)) : 0;
}

/* The counts that keep a gate open on the side where it is. */
static void open_band(cheir_gate_state *state, uint16_t rest, uint8_t side, uint16_t off)
{
    state->low = side == 0 ? count_above(rest, off) : 0;
    state->high = side == 0 ? 65535u : count_below(rest, off);
}

static inline void begin_attack(cheir_gate_state *state, uint16_t count, uint8_t side)
{
    state->stage = side ? CHEIR_GATE_ATTACK_BELOW : CHEIR_GATE_ATTACK_ABOVE;
    state->since = now_t;
    state->peak = count;
}

/* Q15 share of the way from on to full, to which the peak of an attack has come on the side where it began. */
static OUT_OF_LINE uint16_t strength_of(const cheir_gate *gate, const cheir_gate_state *state, const cheir_level *level,
                                        uint16_t rest)
{
    uint8_t began = state->stage == CHEIR_GATE_ATTACK_BELOW;
    uint16_t peak = state->peak;
    uint16_t on = U16(level->side[began].on);
    uint16_t distance = 0;
    if (began && peak < rest) distance = (uint16_t)(rest - peak);
    if (!began && peak >= rest) distance = (uint16_t)(peak - rest);
    return share_of(&gate->attack[began], distance > on ? (uint16_t)(distance - on) : 0);
}

/* Whether the hold-off takes longer. */
static OUT_OF_LINE uint8_t gate_held(const cheir_gate *gate, const cheir_gate_state *state)
{
    return (uint16_t)(now_t - state->since) < U16(gate->hold_off_ticks);
}

/* Whether the window takes longer. A gesture that ends inside it is heard still, once the hold-off is over. */
static inline uint8_t attack_lasts(const cheir_gate *gate, const cheir_gate_state *state, uint8_t released)
{
    if ((uint16_t)(now_t - state->since) >= U16(gate->window_ticks)) return 0;
    return !released || gate_held(gate, state);
}

static OUT_OF_LINE void open_gate(const cheir_gate *gate, cheir_gate_state *state, const cheir_level *level, uint16_t rest)
{
    uint16_t strength = strength_of(gate, state, level, rest);
    state->stage = gate_held(gate, state) ? CHEIR_GATE_OPEN_HELD : CHEIR_GATE_OPEN;
    gate_opens(U8(gate->listener), U8(gate->listeners), U8(gate->lane), strength);
}

static OUT_OF_LINE void close_gate(const cheir_gate *gate, cheir_gate_state *state, const cheir_level *level, uint16_t rest)
{
    uint8_t sounding = state->stage == CHEIR_GATE_OPEN;
    state->stage = U16(gate->hold_off_ticks) > 0 ? CHEIR_GATE_CLOSED_HELD : CHEIR_GATE_CLOSED;
    state->since = now_t;
    closed_band(gate, state, level, rest);
    if (sounding) gate_closes(U8(gate->listener), U8(gate->listeners), U8(gate->lane));
}

/*
 * A gate that opens, waits for its window and for the wire, or closes. It opens at on and closes below off; its listeners
 * hear of it when the window has passed, with the peak in it for a strength.
 */
static OUT_OF_LINE void change_gate(const cheir_gate *gate, cheir_gate_state *state, uint16_t raw)
{
    uint8_t index = U8(gate->level);
    const cheir_level *level = &IMAGE(levels)[index];
    const cheir_zero_state *zero = &STATE(level_zeros)[index];
    const cheir_side *side = level->side;
    uint16_t rest = zero->rest;
    uint16_t distance, off;
    uint8_t at = 0, released;
    if (zero->stage == CHEIR_ZERO_SILENT) return;
    distance = (uint16_t)(raw - rest);
    if (raw < rest) {
        distance = (uint16_t)(rest - raw);
        at = 1;
        side++;
    }
    if (!feeds(U8(gate->side_mask), at)) distance = 0;
    if (state->stage == CHEIR_GATE_CLOSED) {
        closed_band(gate, state, level, rest);
        if (distance < U16(side->on)) return;
        begin_attack(state, raw, at);
        if (U16(gate->window_ticks) > 0) return;
    }
    off = U16(side->off);
    released = distance < off;
    if (state->stage >= CHEIR_GATE_ATTACK_ABOVE) {
        if (attack_lasts(gate, state, released) || !wire_takes_note()) return;
        open_gate(gate, state, level, rest);
    }
    if (!released) open_band(state, rest, at, off);
    else if (state->stage == CHEIR_GATE_OPEN_HELD) EMPTY_BAND(state);
    else close_gate(gate, state, level, rest);
}

/*
 * Whether the window, the wire or the hold-off takes longer. The peak of an attack is followed; one that has fallen short of
 * "on" may be over.
 */
static inline uint8_t gate_waits(const cheir_gate *gate, cheir_gate_state *state, uint16_t count, uint8_t wire_takes)
{
    uint8_t stage = state->stage;
    if (stage < CHEIR_GATE_ATTACK_ABOVE) {
        if (gate_held(gate, state)) return 1;
        end_hold_off(state);
        return count >= state->low && count <= state->high;
    }
    if (stage == CHEIR_GATE_ATTACK_ABOVE ? count > state->peak : count < state->peak) state->peak = count;
    if (!wire_takes) return 1;
    if ((uint16_t)(now_t - state->since) >= U16(gate->window_ticks)) return 0;
    return count < state->low || count > state->high || gate_held(gate, state);
}

/* Passes over the gates that wait, and those whose counts lie among which nothing happens. */
static OUT_OF_LINE void gate_frame(void)
{
    cheir_gate_state *state = STATE(gates);
    const uint16_t *counts = now_counts;
    uint8_t wire_takes = wire_takes_note();
    uint8_t i;
    for (i = 0; i != COUNT(gates); i++, state++) {
        const cheir_gate *gate = &IMAGE(gates)[i];
        uint16_t count = counts[state->column];
        if (SELDOM(state->stage >= CHEIR_GATE_CLOSED_HELD)) {
            if (gate_waits(gate, state, count, wire_takes)) continue;
        } else if (count >= state->low && count <= state->high) continue;
        else if (state->stage == CHEIR_GATE_CLOSED && state->low <= state->high) {
            /* Its band ends where "on" begins. */
            begin_attack(state, count, count < state->low);
            if (U16(gate->window_ticks) > 0) continue;
        } else if (state->stage == CHEIR_GATE_OPEN && !wire_takes) continue;
        change_gate(gate, state, count);
        wire_takes = wire_takes_note();
    }
}

/* What is open stays mute until it has been let go. */
static void gate_silence(void)
{
    uint8_t i;
    for (i = 0; i != COUNT(gates); i++) {
        const cheir_gate *gate = &IMAGE(gates)[i];
        cheir_gate_state *state = &STATE(gates)[i];
        if (gate_is_closed(state)) continue;
        if (state->stage == CHEIR_GATE_OPEN || state->stage == CHEIR_GATE_OPEN_HELD) gate_closes(U8(gate->listener), U8(gate->listeners), U8(gate->lane));
        state->stage = CHEIR_GATE_MUTED;
        EMPTY_BAND(state);
    }
}

static void gate_expire(void)
{
    uint8_t i;
    for (i = 0; i != COUNT(gates); i++) {
        end_hold_off(&STATE(gates)[i]);
        if (STATE(gates)[i].stage >= CHEIR_GATE_CLOSED_HELD) STATE(gates)[i].since = LONG_AGO;
    }
}

#if CHEIR_SETTABLE
/* What does not hold a note open is looked at anew. */
static inline void gate_changed(uint8_t i, const cheir_gate *before)
{
    (void)before;
    if (gate_is_closed(&STATE(gates)[i])) EMPTY_BAND(&STATE(gates)[i]);
}
#endif
ALWAYS_SOUND(gate)

#endif
