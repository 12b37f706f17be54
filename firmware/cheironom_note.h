/* Notes of lanes: each sounds while its own gate is open; src/core/engine/voices/note.ts is the same. A part of cheironom.c, which alone includes it. */
#ifndef CHEIRONOM_NOTE_H
#define CHEIRONOM_NOTE_H

/* One that still sounds there ends first. */
static inline void note_opens(uint8_t index, uint8_t lane, uint16_t strength)
{
    uint8_t at = (uint8_t)(U8(IMAGE(notes)[index].lane) + lane);
    end_note(at);
    if (PLAYS(&IMAGE(notes)[index])) start_note(index, at, at, strength);
}

static inline void note_closes(uint8_t index, uint8_t lane)
{
    end_note((uint8_t)(U8(IMAGE(notes)[index].lane) + lane));
}

static void note_start(void)
{
    uint8_t i;
    for (i = 0; i != COUNT(note_lanes); i++) {
        STATE(note_lanes)[i].channel = 0;
        STATE(note_lanes)[i].note = NO_NOTE;
    }
}

#if CHEIR_scenes
/* What does not live in the scene that begins ends with it, where the scene says so. */
static void note_scene(uint8_t before)
{
    uint8_t i, lane;
    (void)before;
    if (!U8(IMAGE(scene_starts)[STATE(engine).scene].ends)) return;
    for (i = 0; i != COUNT(notes); i++) {
        if (LIVES(&IMAGE(notes)[i])) continue;
        for (lane = 0; lane != U8(IMAGE(notes)[i].lanes); lane++) end_note((uint8_t)(U8(IMAGE(notes)[i].lane) + lane));
    }
}
#endif

static void note_silence(void)
{
    uint8_t i;
    for (i = 0; i != COUNT(note_lanes); i++) end_note(i);
}

#if CHEIR_SETTABLE
/* From now on any lane may play what another has begun: both look for who holds it. */
static inline void note_lane_changed(uint8_t i, const cheir_note_lane *before)
{
    uint8_t n, sounds = 0;
    (void)before;
    if (i > 0) return;
    for (n = 0; n != COUNT(note_lanes); n++)
        if (STATE(note_lanes)[n].note != NO_NOTE) sounds = 1;
    for (n = 0; sounds && n != COUNT(note_lanes); n++) STATE(note_lanes)[n].channel |= SHARED_NOTE;
}

static inline uint8_t note_lane_is_sound(const cheir_note_lane *next, const cheir_note_lane *now, uint16_t tables, uint16_t stairs)
{
    (void)tables, (void)stairs;
    /* A pool stays a pool, and what says its bend goes on to: there is no room for more bytes. */
    if (next->note > 127u || (next->bend == NO_BEND) != (now->bend == NO_BEND)) return 0;
    return now->channel & POOLED ? (next->channel | SHARED_NOTE) == (now->channel | SHARED_NOTE) : next->channel <= (SHARED_NOTE | 15u);
}

static inline uint8_t note_is_sound(const cheir_note *next, const cheir_note *now, uint16_t tables, uint16_t stairs)
{
    (void)now, (void)stairs;
    return is_table(next->table, tables) && (uint16_t)(next->from + next->span) <= 127u;
}
#endif
CHANGES_BY_ITSELF(note)

#endif
