/* One note at a time: a gate says when, the lanes of another which; src/core/engine/voices/choice.ts is the same. A part of cheironom.c, which alone includes it. */
#ifndef CHEIRONOM_CHOICE_H
#define CHEIRONOM_CHOICE_H

/* The lane that opened last, or the one with the highest note; 255 while none is open. */
static uint8_t chosen_lane(const cheir_choice *choice, uint16_t newest)
{
    const cheir_choice_lane_state *own = &STATE(choice_lanes)[U8(choice->lane)];
    const cheir_note_lane *lanes = &IMAGE(note_lanes)[U8(IMAGE(notes)[U8(choice->note)].lane)];
    uint16_t best = 0;
    uint8_t chosen = 255;
    uint8_t lane;
    for (lane = 0; lane < U8(choice->lanes); lane++, own++) {
        uint16_t rank;
        if (own->order == 0) continue;
        rank = U8(choice->by) == CHEIR_CHOOSES_LAST ? (uint16_t)(0xffffu - (uint16_t)(newest - own->order))
                                                    : U8(lanes[lane].note);
        if (chosen != 255 && rank <= best) continue;
        best = rank;
        chosen = lane;
    }
    return chosen;
}

/*
 * Another lane may be chosen now.
 * In a scene in which the notes do not live, what sounds goes on until it is let go.
 */
static OUT_OF_LINE UNUSED void choice_changes(uint8_t index)
{
    const cheir_choice *choice = &IMAGE(choices)[index];
    cheir_choice_state *state = &STATE(choices)[index];
    uint8_t note = U8(choice->note);
    uint8_t first = U8(IMAGE(notes)[note].lane);
    const cheir_note_lane_state *sounding = &STATE(note_lanes)[first];
    uint8_t lane = state->open ? chosen_lane(choice, state->order) : 255;
    const cheir_note_lane *wanted;
    if (lane == 255) {
        end_note(first);
        return;
    }
    if (!PLAYS(&IMAGE(notes)[note])) return;
    wanted = &IMAGE(note_lanes)[(uint8_t)(first + lane)];
    if (sounding->note == U8(wanted->note)
        && ((U8(wanted->channel) & POOLED) || ((sounding->channel ^ U8(wanted->channel)) & 15u) == 0)
        && U16(IMAGE(note_lanes)[(uint8_t)(first + state->chosen)].bend) == U16(wanted->bend))
        return;
    state->chosen = lane;
    replace_note(note, first, (uint8_t)(first + lane), U8(wanted->note), U16(wanted->bend), state->strength, U8(choice->slurred));
}

static inline void choice_gate_opens(uint8_t index, uint8_t lane, uint16_t strength)
{
    (void)lane;
    STATE(choices)[index].open++;
    STATE(choices)[index].strength = strength;
    choice_changes(index);
}

static inline void choice_gate_closes(uint8_t index, uint8_t lane)
{
    (void)lane;
    /* A silence has shut it already. */
    if (STATE(choices)[index].open > 0) STATE(choices)[index].open--;
    choice_changes(index);
}

/* Order 0 is that of none. */
static inline void choice_pitch_opens(uint8_t index, uint8_t lane, uint16_t strength)
{
    cheir_choice_state *state = &STATE(choices)[index];
    (void)strength;
    if (++state->order == 0) state->order = 1;
    STATE(choice_lanes)[(uint8_t)(U8(IMAGE(choices)[index].lane) + lane)].order = state->order;
    choice_changes(index);
}

static inline void choice_pitch_closes(uint8_t index, uint8_t lane)
{
    STATE(choice_lanes)[(uint8_t)(U8(IMAGE(choices)[index].lane) + lane)].order = 0;
    choice_changes(index);
}

static void choice_start(void)
{
    static const cheir_choice_state shut = {0, 0, 0, 0};
    uint8_t i;
    for (i = 0; i != COUNT(choices); i++) STATE(choices)[i] = shut;
    for (i = 0; i != COUNT(choice_lanes); i++) STATE(choice_lanes)[i].order = 0;
}

static void choice_silence(void)
{
    uint8_t i;
    for (i = 0; i != COUNT(choices); i++) STATE(choices)[i].open = 0;
}

#if CHEIR_SETTABLE
static inline uint8_t choice_is_sound(const cheir_choice *next, const cheir_choice *now, uint16_t tables, uint16_t stairs)
{
    (void)now, (void)tables, (void)stairs;
    return next->by <= CHEIR_CHOOSES_HIGHEST;
}
#endif
CHANGES_BY_ITSELF(choice)

#endif
