/* Notes that fingers choose, one at a time; src/core/engine/voices/fingering.ts is the same. A part of cheironom.c, which alone includes it. */
#ifndef CHEIRONOM_FINGERING_H
#define CHEIRONOM_FINGERING_H

/* So many entries are looked at in a frame, so that none takes long. */
#define ENTRIES_A_FRAME 8u
/* Nothing has been looked at yet. */
#define NO_DIFFERENCE_YET 255u

static uint8_t ones(uint16_t word)
{
    uint8_t n = 0;
    for (; word != 0; word &= (uint16_t)(word - 1u)) n++;
    return n;
}

/* By how many fingers those that are open differ from an entry. */
static uint8_t difference_of(const cheir_fingering_entry *entry, const uint16_t *open)
{
    return (uint8_t)(ones((uint16_t)((open[0] ^ U16(entry->keys[0])) & U16(entry->care[0])))
                     + ones((uint16_t)((open[1] ^ U16(entry->keys[1])) & U16(entry->care[1]))));
}

/* Semitones that the fingers add which are open. */
static int16_t added_by(const cheir_fingering *own, const uint16_t *open)
{
    int16_t sum = 0;
    uint8_t i;
    for (i = 0; i != U8(own->fingers); i++)
        if ((uint16_t)(open[i >> 4] >> (i & 15u)) & 1u)
            sum = (int16_t)(sum + (int16_t)U8(IMAGE(finger_adds)[(uint8_t)(U8(own->finger) + i)].adds) - 128);
    return sum;
}

/* Plays what the fingers have come to, once they rest. */
static OUT_OF_LINE UNUSED void play_found(uint8_t index)
{
    const cheir_fingering *own = &IMAGE(fingerings)[index];
    cheir_fingering_state *state = &STATE(fingerings)[index];
    uint8_t lane = U8(IMAGE(notes)[U8(own->note)].lane);
    const cheir_fingering_entry *entry;
    int16_t sounds;
    if (state->gates == 0 || state->stage != CHEIR_FINGERING_RESTS) return;
    if (!PLAYS(&IMAGE(notes)[U8(own->note)])) return;
    if (state->best == 0) {
        if (U8(own->unassigned) == CHEIR_UNASSIGNED_SILENCE) end_note(lane);
        return;
    }
    entry = &IMAGE(fingering_entries)[(uint8_t)(U8(own->entry) + state->best - 1u)];
    sounds = (int16_t)(U8(entry->note) + added_by(own, state->open));
    if (sounds < 0) sounds = 0;
    if (sounds > 127) sounds = 127;
    if (STATE(note_lanes)[lane].note == (uint8_t)sounds && state->plays == state->best) return;
    state->plays = state->best;
    replace_note(U8(own->note), lane, lane, (uint8_t)sounds, U16(entry->bend), state->strength, U8(own->slurred));
}

static void begin_look(cheir_fingering_state *state)
{
    state->stage = CHEIR_FINGERING_LOOKS;
    state->at = 0;
    state->best = 0;
    state->differs = NO_DIFFERENCE_YET;
}

/* The fingers must rest again. */
static void move_finger(uint8_t index, uint8_t lane, uint8_t open)
{
    cheir_fingering_state *state = &STATE(fingerings)[U8(IMAGE(fingers)[index].fingering)];
    uint8_t at = (uint8_t)(U8(IMAGE(fingers)[index].bit) + lane);
    uint16_t mask = (uint16_t)(1u << (at & 15u));
    if (open) state->open[at >> 4] |= mask;
    else state->open[at >> 4] &= (uint16_t)~mask;
    state->stage = CHEIR_FINGERING_WAITS;
    state->since = now_t;
}

static inline void finger_opens(uint8_t index, uint8_t lane, uint16_t strength)
{
    (void)strength;
    move_finger(index, lane, 1);
}

static inline void finger_closes(uint8_t index, uint8_t lane)
{
    move_finger(index, lane, 0);
}

static inline void fingering_gate_opens(uint8_t index, uint8_t lane, uint16_t strength)
{
    (void)lane;
    STATE(fingerings)[index].gates++;
    STATE(fingerings)[index].strength = strength;
    play_found(index);
}

static inline void fingering_gate_closes(uint8_t index, uint8_t lane)
{
    cheir_fingering_state *state = &STATE(fingerings)[index];
    (void)lane;
    /* A silence has shut it already. */
    if (state->gates == 0 || --state->gates > 0) return;
    end_note(U8(IMAGE(notes)[U8(IMAGE(fingerings)[index].note)].lane));
}

static void play_fingering(uint8_t index)
{
    const cheir_fingering *own = &IMAGE(fingerings)[index];
    cheir_fingering_state *state = &STATE(fingerings)[index];
    uint8_t n;
    if (state->stage == CHEIR_FINGERING_RESTS) return;
    if (state->stage == CHEIR_FINGERING_WAITS) {
        if ((uint16_t)(now_t - state->since) < U16(own->settle_ticks)) return;
        begin_look(state);
    }
    for (n = 0; n < ENTRIES_A_FRAME && state->differs != 0 && state->at < U8(own->entries); n++, state->at++) {
        uint8_t differs = difference_of(&IMAGE(fingering_entries)[(uint8_t)(U8(own->entry) + state->at)], state->open);
        if (differs >= state->differs || (differs > 0 && U8(own->unassigned) != CHEIR_UNASSIGNED_NEAREST)) continue;
        state->differs = differs;
        state->best = (uint8_t)(state->at + 1u);
    }
    if (state->differs != 0 && state->at < U8(own->entries)) return;
    state->stage = CHEIR_FINGERING_RESTS;
    play_found(index);
}

static void fingering_frame(void)
{
    uint8_t i;
    for (i = 0; i != COUNT(fingerings); i++) play_fingering(i);
}

static void fingering_start(void)
{
    static const cheir_fingering_state begun = {{0, 0}, 0, 0, 0, CHEIR_FINGERING_LOOKS, 0, 0, NO_DIFFERENCE_YET, 0};
    uint8_t i;
    for (i = 0; i != COUNT(fingerings); i++) STATE(fingerings)[i] = begun;
}

static void fingering_silence(void)
{
    uint8_t i;
    for (i = 0; i != COUNT(fingerings); i++) STATE(fingerings)[i].gates = 0;
}

static void fingering_expire(void)
{
    uint8_t i;
    for (i = 0; i != COUNT(fingerings); i++) STATE(fingerings)[i].since = LONG_AGO;
}

static void fingering_sweep(void)
{
    uint8_t i;
    for (i = 0; i != COUNT(fingerings); i++)
        if ((uint16_t)(now_t - STATE(fingerings)[i].since) >= U16(IMAGE(fingerings)[i].settle_ticks))
            STATE(fingerings)[i].since = LONG_AGO;
}

#if CHEIR_SETTABLE
/* What fingers play may be another note now: it is looked for anew. */
static inline void fingering_changed(uint8_t i, const cheir_fingering *before)
{
    (void)before;
    begin_look(&STATE(fingerings)[i]);
}

static inline uint8_t fingering_is_sound(const cheir_fingering *next, const cheir_fingering *now, uint16_t tables, uint16_t stairs)
{
    (void)now, (void)tables, (void)stairs;
    return next->unassigned <= CHEIR_UNASSIGNED_SILENCE;
}

static inline uint8_t fingering_entry_is_sound(const cheir_fingering_entry *next, const cheir_fingering_entry *now, uint16_t tables,
                                               uint16_t stairs)
{
    (void)tables, (void)stairs;
    return next->note <= 127u && (next->bend == NO_BEND) == (now->bend == NO_BEND);
}
#endif
CHANGES_BY_ITSELF(fingers)
ALWAYS_SOUND(fingers)
CHANGES_BY_ITSELF(finger)
ALWAYS_SOUND(finger)
CHANGES_BY_ITSELF(fingering_entry)

#endif
