/* Encoders: what each is turned to; src/core/engine/blocks/turn.ts is the same. A part of cheironom.c, which alone includes it. */
#ifndef CHEIRONOM_TURN_H
#define CHEIRONOM_TURN_H

/* Frames after power-up in which contacts that are closed say so; and then until it rests for the first time. */
#define TURN_SETTLING 5u

static void turn_start(void)
{
    static const cheir_turn_state begun = {0, 0, 0, TURN_SETTLING, 0};
    uint8_t i;
    for (i = 0; i != COUNT(turns); i++) STATE(turns)[i] = begun;
}

/* Where in a cycle the contacts are: none, first, both, second. */
static uint8_t phase_of(uint8_t contacts)
{
    return (uint8_t)(contacts ^ (contacts >> 1));
}

/* Whether an encoder rests in a phase. */
static uint8_t is_rest(const cheir_turn *turn, uint8_t phase)
{
    return (uint8_t)((uint8_t)(U8(turn->rests) >> phase) & 1u);
}

static void turn_derive(void)
{
    uint8_t i;
    for (i = 0; i != COUNT(turns); i++) {
        const cheir_turn *turn = &IMAGE(turns)[i];
        cheir_turn_state *state = &STATE(turns)[i];
        if (state->settling > 1u || (state->settling && is_rest(turn, phase_of(state->phase)))) state->settling--;
        now_counts[U8(turn->into)] = state->value;
    }
}

static void turn_step(const cheir_turn *turn, cheir_turn_state *state, uint8_t up)
{
    uint16_t steps = U16(turn->steps);
    if (state->value > steps) state->value = steps;
    if (up) {
        if (state->value < steps) state->value++;
        else if (U8(turn->wraps)) state->value = 0;
    } else if (state->value > 0) state->value--;
    else if (U8(turn->wraps)) state->value = steps;
}

/*
 * A step is a way from one phase of rest to another: a contact that bounces goes to and fro between two phases, and comes to
 * nothing. Quarters are counted modulo 256: 1 ... 127 to the one side, 255 ... 128 to the other.
 */
static void turn_moves(const cheir_turn *turn, cheir_turn_state *state, uint8_t bit, uint8_t closed)
{
    uint8_t before = phase_of(state->phase);
    uint8_t phase, moved;
    state->phase = closed ? (uint8_t)(state->phase | bit) : (uint8_t)(state->phase & ~bit);
    phase = phase_of(state->phase);
    if (phase == before) return;
    if (state->settling) return;
    state->moved = (uint8_t)(state->moved + (((phase - before) & 3) == 1 ? 1u : 255u));
    if (!is_rest(turn, phase)) return;
    moved = state->moved;
    state->moved = 0;
    if (moved) turn_step(turn, state, (moved < 128u) != (U8(turn->falling) != 0));
}

static void turn_derive_edge(uint8_t contact, uint8_t closed)
{
    uint8_t i;
    for (i = 0; i != COUNT(turns); i++) {
        const cheir_turn *turn = &IMAGE(turns)[i];
        uint8_t bit = contact == U8(turn->first) ? 1u : contact == U8(turn->second) ? 2u : 0;
        if (bit) turn_moves(turn, &STATE(turns)[i], bit, closed);
    }
}

ALWAYS_SOUND(turn)
CHANGES_BY_ITSELF(turn)

#endif
