/* Gates that change how the rest plays, as long as their guards are open; src/core/engine/voices/selector.ts is the same. A part of cheironom.c, which alone includes it. */
#ifndef CHEIRONOM_SELECTOR_H
#define CHEIRONOM_SELECTOR_H

#if CHEIR_tempos
static void step_tempo(uint8_t by);
static void transport(uint8_t asked);
static void tap_tempo(void);
#endif

static void selector_silence(void)
{
    uint8_t i;
    for (i = 0; i != COUNT(selectors); i++) STATE(selectors)[i].open = STATE(selectors)[i].asks = 0;
}

/* All parts sound, as they are written. */
static void reset_modes(void)
{
    uint8_t i;
    for (i = 0; i != COUNT(modes); i++) {
        STATE(modes)[i].muted = 0;
        STATE(modes)[i].shift = CHEIR_SHIFT_ZERO;
    }
}

static void selector_start(void)
{
    selector_silence();
    reset_modes();
}

/* The change comes with the next frame. */
static inline void selector_opens(uint8_t index, uint8_t lane, uint16_t strength)
{
    (void)lane, (void)strength;
    if (STATE(selectors)[index].open >= U8(IMAGE(selectors)[index].guards)) STATE(selectors)[index].asks = 1;
}

static inline void selector_closes(uint8_t index, uint8_t lane)
{
    (void)index, (void)lane;
}

static inline void selector_guard_opens(uint8_t index, uint8_t lane, uint16_t strength)
{
    (void)lane, (void)strength;
    STATE(selectors)[index].open++;
}

static inline void selector_guard_closes(uint8_t index, uint8_t lane)
{
    (void)lane;
    /* A silence has shut it already. */
    if (STATE(selectors)[index].open > 0) STATE(selectors)[index].open--;
}

/* A part falls silent, or may sound again. */
static void mute_part(uint8_t part)
{
    uint8_t muted = STATE(modes)[0].muted = (uint8_t)(STATE(modes)[0].muted ^ (1u << part));
#if CHEIR_note_lanes
    uint8_t i, lane;
    for (i = 0; i != COUNT(notes); i++) {
        if (!(U8(IMAGE(notes)[i].parts) & muted)) continue;
        for (lane = 0; lane != U8(IMAGE(notes)[i].lanes); lane++) end_note((uint8_t)(U8(IMAGE(notes)[i].lane) + lane));
    }
#endif
    (void)muted;
}

/* What begins from now on is so many semitones higher than before; or as it is written. */
static void shift_notes(uint8_t to)
{
    int16_t moved = (int16_t)(STATE(modes)[0].shift + to - CHEIR_SHIFT_ZERO);
    if (to == CHEIR_SHIFT_ZERO) moved = CHEIR_SHIFT_ZERO;
    if (moved < CHEIR_SHIFT_ZERO - CHEIR_SHIFT_MOST) moved = CHEIR_SHIFT_ZERO - CHEIR_SHIFT_MOST;
    if (moved > CHEIR_SHIFT_ZERO + CHEIR_SHIFT_MOST) moved = CHEIR_SHIFT_ZERO + CHEIR_SHIFT_MOST;
    STATE(modes)[0].shift = (uint8_t)moved;
}

/* What a selector does besides scenes and beginning anew. */
static void do_selected(uint8_t does, uint8_t to)
{
    if (does == CHEIR_DOES_MUTE) mute_part(to);
    else if (does == CHEIR_DOES_SHIFT) shift_notes(to);
#if CHEIR_tempos
    else if (does == CHEIR_DOES_TEMPO) step_tempo(to);
    else if (does == CHEIR_DOES_TAP) tap_tempo();
    else transport(to);
#endif
}

/* The scene that is selected after one that plays. */
static uint8_t selected(uint8_t to, uint8_t scene)
{
#if CHEIR_scenes
    if (to == CHEIR_SELECT_NEXT) return (uint8_t)(scene + 1) == COUNT(scenes) ? 0 : (uint8_t)(scene + 1);
    if (to == CHEIR_SELECT_PREVIOUS) return (uint8_t)((scene == 0 ? COUNT(scenes) : scene) - 1);
#endif
    (void)scene;
    return to;
}

#if CHEIR_SETTABLE
static inline uint8_t selector_is_sound(const cheir_selector *next, const cheir_selector *now, uint16_t tables, uint16_t stairs)
{
    (void)now, (void)tables, (void)stairs;
    if (next->does == CHEIR_DOES_MUTE) return next->to < 8u;
    return next->does != CHEIR_DOES_SCENE || next->to >= CHEIR_SELECT_PREVIOUS || (uint8_t)(next->to + 1u) <= COUNT(scenes);
}
#endif
CHANGES_BY_ITSELF(selector)

#endif
