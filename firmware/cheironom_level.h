/* Levels and their rest; src/core/engine/blocks/level.ts is the same. A part of cheironom.c, which alone includes it. */
#ifndef CHEIRONOM_LEVEL_H
#define CHEIRONOM_LEVEL_H

static void level_start(void)
{
    uint8_t i;
    for (i = 0; i != COUNT(levels); i++) {
        STATE(level_zeros)[i] = unseen;
        STATE(level_zeros)[i].rest = U16(IMAGE(levels)[i].rest);
        /* What stays where it is left has no rest to look for. */
        if (U16(IMAGE(levels)[i].still) == 0) STATE(level_zeros)[i].stage = CHEIR_ZERO_DONE;
        else STATE(engine).looking++;
    }
}

/* Whether it is closed, held so or not. */
static inline uint8_t gate_is_closed(const cheir_gate_state *state)
{
    return state->stage == CHEIR_GATE_CLOSED || state->stage == CHEIR_GATE_CLOSED_HELD;
}

/* Whatever comes is looked at. */
static OUT_OF_LINE void empty_bands(const cheir_level *level)
{
    cheir_gate_state *gate = &STATE(gates)[U8(level->gate)];
    cheir_control_state *control = &STATE(controls)[U8(level->control)];
    uint8_t n;
    for (n = U8(level->gates); n != 0; n--, gate++) EMPTY_BAND(gate);
    for (n = U8(level->controls); n != 0; n--, control++) EMPTY_BAND(control);
}

/* What a look of a level has found. Returns whether it is over, or has woken the level. */
static OUT_OF_LINE uint8_t end_look_at_level(uint8_t index, uint8_t seen)
{
    const cheir_level *level = &IMAGE(levels)[index];
    const cheir_side *side = level->side;
    cheir_zero_state *zero = &STATE(level_zeros)[index];
    cheir_gate_state *gates = &STATE(gates)[U8(level->gate)];
    uint8_t silent = zero->stage == CHEIR_ZERO_SILENT;
    uint8_t i;
    if (silent) empty_bands(level);
    zero->stage = CHEIR_ZERO_AWAKE;
    if (seen == LOOK_MOVED) return silent;
    for (i = 0; i != U8(level->gates); i++)
        if (!gate_is_closed(&gates[i])) return 1;
    if (take_rest(zero, lesser(U16(side[0].off), U16(side[1].off)))) {
        STATE(engine).looking--;
        if (!silent) empty_bands(level);
    } else if (silent) {
        /* Rest has moved so far that a note could not end: mute until the level falls below "off". */
        for (i = 0; i != U8(level->gates); i++) gates[i].stage = CHEIR_GATE_MUTED;
    }
    return 1;
}

/* The levels whose turn it is look at their rest, unless they have taken it. Returns whether something has come of a look in this frame. */
static OUT_OF_LINE uint8_t level_look(uint8_t ended)
{
    uint8_t turns = (uint8_t)(COUNT(look_mask) + 1);
    uint8_t i;
    for (i = (uint8_t)(STATE(engine).frame & COUNT(look_mask)); i < COUNT(levels); i = (uint8_t)(i + turns)) {
        cheir_zero_state *zero = &STATE(level_zeros)[i];
        const cheir_level *level = &IMAGE(levels)[i];
        uint16_t count, still;
        uint8_t seen;
        if (zero->stage == CHEIR_ZERO_DONE) continue;
        count = now_counts[U8(level->column)];
        still = U16(level->still);
        if (ended && ends_look(zero, count, still)) continue;
        seen = look(zero, count, still);
        if (seen != LOOK_ON) ended |= end_look_at_level(i, seen);
    }
    return ended;
}

#if CHEIR_SETTABLE
/* A rest that was measured anew counts at once. */
static inline void level_changed(uint8_t i, const cheir_level *before)
{
    uint16_t rest = IMAGE(levels)[i].rest;
    if (rest != before->rest) STATE(level_zeros)[i].rest = rest;
}
#endif
ALWAYS_SOUND(level)

#endif
