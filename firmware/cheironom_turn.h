/* Encoders: what each is turned to; src/core/engine/blocks/turn.ts is the same. A part of cheironom.c, which alone includes it. */
#ifndef CHEIRONOM_TURN_H
#define CHEIRONOM_TURN_H

/* Frames after power-up in which contacts that are closed say so; and then until it rests for the first time. */
#define TURN_SETTLING 5u
/* A step counts eight at most. */
#define MOST_DOUBLINGS 3u

static void turn_start(void)
{
    static const cheir_turn_state begun = {0, 0, 0, 0, TURN_SETTLING, 0};
    uint8_t i;
    for (i = 0; i != COUNT(turns); i++) STATE(turns)[i] = begun;
    for (i = 0; i != COUNT(turn_values); i++) STATE(turn_values)[i].value = 0;
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

/* A step that no other can follow quickly any more, before the clock has turned. */
static inline void forget_step(const cheir_turn *turn, cheir_turn_state *state)
{
    if (state->way && (uint16_t)(now_t - state->since) >= U16(turn->quick)) state->way = 0;
}

static void turn_derive(void)
{
    uint8_t i;
    for (i = 0; i != COUNT(turns); i++) {
        const cheir_turn *turn = &IMAGE(turns)[i];
        cheir_turn_state *state = &STATE(turns)[i];
        if (state->settling > 1u || (state->settling && is_rest(turn, phase_of(state->phase)))) state->settling--;
        forget_step(turn, state);
        now_counts[U8(turn->into)] = state->value;
    }
}

/* What a step counts: more where it quickly follows another of the same way, 1 up, 2 down. */
static uint8_t steps_counted(const cheir_turn *turn, cheir_turn_state *state, uint8_t way)
{
    uint8_t by = 1, left = U8(turn->most);
    uint16_t within = U16(turn->quick);
    if (left == 0) return 1;
    if (state->way == way) {
        uint16_t passed = (uint16_t)(now_t - state->since);
        for (; left != 0 && passed < within; left--, within >>= 1) by = (uint8_t)(by << 1);
    }
    state->way = way;
    state->since = now_t;
    return by;
}

static void turn_step(const cheir_turn *turn, cheir_turn_state *state, uint8_t up)
{
    uint16_t steps = U16(turn->steps);
    uint16_t by = lesser(steps, steps_counted(turn, state, up ? 1u : 2u));
    if (state->value > steps) state->value = steps;
    if (up) {
        state->value = (uint16_t)(state->value + by);
        if (state->value > steps) state->value = U8(turn->wraps) ? (uint16_t)(state->value - steps - 1u) : steps;
    } else if (state->value >= by) {
        state->value = (uint16_t)(state->value - by);
    } else {
        state->value = U8(turn->wraps) ? (uint16_t)(state->value + steps + 1u - by) : 0;
    }
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
        forget_step(turn, &STATE(turns)[i]);
        if (bit) turn_moves(turn, &STATE(turns)[i], bit, closed);
    }
}

static void turn_derive_expire(void)
{
    uint8_t i;
    for (i = 0; i != COUNT(turns); i++) STATE(turns)[i].way = 0;
}

#if CHEIR_scenes
/* Each scene has its own value, where it is to. */
static void turn_scene(uint8_t before)
{
    uint8_t i;
    for (i = 0; i != COUNT(turns); i++) {
        cheir_turn_state *state = &STATE(turns)[i];
        uint8_t from = U8(IMAGE(turns)[i].kept);
        cheir_turn_value_state *kept;
        if (from == 0) continue;
        kept = &STATE(turn_values)[from - 1u];
        kept[before].value = state->value;
        state->value = kept[STATE(engine).scene].value;
    }
}
#endif

#if CHEIR_SETTABLE
static inline uint8_t turn_is_sound(const cheir_turn *next, const cheir_turn *now, uint16_t tables, uint16_t stairs)
{
    (void)now, (void)tables, (void)stairs;
    return next->most <= MOST_DOUBLINGS;
}
#endif
CHANGES_BY_ITSELF(turn)

#endif
