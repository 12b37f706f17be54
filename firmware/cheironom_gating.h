/* Lets the lanes of a gate through while others allow it; src/core/engine/voices/gating.ts is the same. A part of cheironom.c, which alone includes it. */
#ifndef CHEIRONOM_GATING_H
#define CHEIRONOM_GATING_H

static void gate_opens(uint8_t listener, uint8_t listeners, uint8_t lane, uint16_t strength);
static void gate_closes(uint8_t listener, uint8_t listeners, uint8_t lane);

/* Its listeners hear that it has closed, where they heard that it opened. */
static OUT_OF_LINE UNUSED void end_lane(const cheir_gating *gating, uint8_t lane)
{
    cheir_gating_lane_state *state = &STATE(gating_lanes)[(uint8_t)(U8(gating->lane) + lane)];
    if (!state->through) return;
    state->through = 0;
    gate_closes(U8(gating->listener), U8(gating->listeners), lane);
}

/* A lane goes through as its gates come to be open, or ends. One that lasts for a time is ended by that alone, and is not held. */
static OUT_OF_LINE UNUSED void judge_lane(uint8_t index, uint8_t lane)
{
    const cheir_gating *gating = &IMAGE(gatings)[index];
    const cheir_gating_state *own = &STATE(gatings)[index];
    cheir_gating_lane_state *state = &STATE(gating_lanes)[(uint8_t)(U8(gating->lane) + lane)];
    if (state->open && (U8(gating->joined) == 0 || own->joined > 0)) {
        if (state->through) return;
        state->through = 1;
        state->since = now_slow;
        gate_opens(U8(gating->listener), U8(gating->listeners), lane, state->strength);
        return;
    }
    if (U16(gating->length_slow) == 0 && own->held == 0) end_lane(gating, lane);
}

static void judge_lanes(uint8_t index)
{
    uint8_t lane;
    for (lane = 0; lane != U8(IMAGE(gatings)[index].lanes); lane++) judge_lane(index, lane);
}

static inline void gating_gate_opens(uint8_t index, uint8_t lane, uint16_t strength)
{
    const cheir_gating *gating = &IMAGE(gatings)[index];
    cheir_gating_lane_state *state = &STATE(gating_lanes)[(uint8_t)(U8(gating->lane) + lane)];
    state->open = 1;
    state->strength = strength;
    /* Struck anew while it is held, or lasts. */
    end_lane(gating, lane);
    judge_lane(index, lane);
}

static inline void gating_gate_closes(uint8_t index, uint8_t lane)
{
    STATE(gating_lanes)[(uint8_t)(U8(IMAGE(gatings)[index].lane) + lane)].open = 0;
    judge_lane(index, lane);
}

static inline void gating_joined_opens(uint8_t index, uint8_t lane, uint16_t strength)
{
    (void)lane, (void)strength;
    if (STATE(gatings)[index].joined++ == 0) judge_lanes(index);
}

static inline void gating_joined_closes(uint8_t index, uint8_t lane)
{
    (void)lane;
    if (STATE(gatings)[index].joined > 0 && --STATE(gatings)[index].joined == 0) judge_lanes(index);
}

static inline void gating_held_opens(uint8_t index, uint8_t lane, uint16_t strength)
{
    (void)lane, (void)strength;
    STATE(gatings)[index].held++;
}

static inline void gating_held_closes(uint8_t index, uint8_t lane)
{
    (void)lane;
    if (STATE(gatings)[index].held > 0 && --STATE(gatings)[index].held == 0) judge_lanes(index);
}

/* Lanes that have lasted long enough end. */
static void gating_frame(void)
{
    uint8_t i, lane;
    for (i = 0; i != COUNT(gatings); i++) {
        const cheir_gating *gating = &IMAGE(gatings)[i];
        uint16_t length = U16(gating->length_slow);
        if (length == 0) continue;
        for (lane = 0; lane != U8(gating->lanes); lane++) {
            const cheir_gating_lane_state *state = &STATE(gating_lanes)[(uint8_t)(U8(gating->lane) + lane)];
            if (state->through && (uint16_t)(now_slow - state->since) >= length) end_lane(gating, lane);
        }
    }
}

static void gating_start(void)
{
    static const cheir_gating_lane_state closed = {0, 0, 0, 0};
    uint8_t i;
    for (i = 0; i != COUNT(gatings); i++) STATE(gatings)[i].joined = STATE(gatings)[i].held = 0;
    for (i = 0; i != COUNT(gating_lanes); i++) STATE(gating_lanes)[i] = closed;
}

static void gating_silence(void)
{
    uint8_t i, lane;
    for (i = 0; i != COUNT(gatings); i++) {
        const cheir_gating *gating = &IMAGE(gatings)[i];
        STATE(gatings)[i].joined = STATE(gatings)[i].held = 0;
        for (lane = 0; lane != U8(gating->lanes); lane++) {
            STATE(gating_lanes)[(uint8_t)(U8(gating->lane) + lane)].open = 0;
            end_lane(gating, lane);
        }
    }
}
CHANGES_BY_ITSELF(gating)
ALWAYS_SOUND(gating)

#endif
