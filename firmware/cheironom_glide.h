/* Places without frets: one note at a time; src/core/engine/voices/glide.ts and degrees.ts are the same. A part of cheironom.c, which alone includes it. */
#ifndef CHEIRONOM_GLIDE_H
#define CHEIRONOM_GLIDE_H

#include "cheironom_glide_pitch.h"

/* How a glide plays, as bits. */
#define GLIDE_SLURRED 1u
#define GLIDE_ANEW 2u
#define GLIDE_BENDS 4u
/* A drift takes a step this often, ticks. */
#define DRIFT_TICKS 1024u
#define TOP_NOTE 127u
#define FAR 65535l

/* The pitch of a degree; of twelve even semitones the degrees are the notes themselves. */
static uint16_t degree_pitch(const cheir_glide *glide, uint8_t k)
{
    if (U8(glide->degrees) == 0) return pitch_of_note(k);
    return U16(IMAGE(degrees)[(uint8_t)(U8(glide->degree) + k)].pitch);
}

static inline uint8_t last_degree(const cheir_glide *glide)
{
    return U8(glide->degrees) == 0 ? TOP_NOTE : (uint8_t)(U8(glide->degrees) - 1u);
}

/* Half-way in cents, which is the geometric mean of both frequencies. */
static uint16_t boundary_above(const cheir_glide *glide, uint8_t k)
{
    return (uint16_t)(((uint32_t)degree_pitch(glide, k) + degree_pitch(glide, (uint8_t)(k + 1u))) >> 1);
}

/* The degree nearest to a pitch; half-way the upper. */
static OUT_OF_LINE UNUSED uint8_t nearest_degree(const cheir_glide *glide, int32_t pitch)
{
    uint8_t least = 0, most = last_degree(glide);
    if (pitch < 0) pitch = 0;
    if (U8(glide->degrees) == 0) {
        uint32_t note = ((uint32_t)pitch + 256ul) >> 9;
        return note > TOP_NOTE ? TOP_NOTE : (uint8_t)note;
    }
    while (least < most) {
        uint8_t middle = (uint8_t)((uint16_t)((uint16_t)least + most) >> 1);
        if (pitch < (int32_t)boundary_above(glide, middle)) most = middle;
        else least = (uint8_t)(middle + 1u);
    }
    return least;
}

/* The degree so many steps from another, the outermost at most. */
static uint8_t degree_beside(const cheir_glide *glide, uint8_t k)
{
    int16_t at = (int16_t)((int16_t)k + (int16_t)U8(glide->steps) - STEPS_ZERO);
    uint8_t last = last_degree(glide);
    return at < 0 ? 0 : at > (int16_t)last ? last : (uint8_t)at;
}

static uint8_t degree_note(const cheir_glide *glide, uint8_t k)
{
    return U8(glide->degrees) == 0 ? k : U8(IMAGE(degrees)[(uint8_t)(U8(glide->degree) + k)].note);
}

static uint16_t degree_bend(const cheir_glide *glide, uint8_t k)
{
    return U8(glide->degrees) == 0 ? BEND_CENTRE : U16(IMAGE(degrees)[(uint8_t)(U8(glide->degree) + k)].bend);
}

static inline uint16_t raw_now(const cheir_glide *glide)
{
    return now_counts[U8(glide->column)];
}

/* The lane whose note it plays. */
static inline uint8_t glide_lane(const cheir_glide *glide)
{
    return U8(IMAGE(notes)[U8(glide->note)].lane);
}

/* Plays a degree, bent to a pitch. */
static OUT_OF_LINE UNUSED void sound_glide(uint8_t index, uint8_t degree, int32_t pitch)
{
    const cheir_glide *glide = &IMAGE(glides)[index];
    cheir_glide_state *state = &STATE(glides)[index];
    uint8_t own = degree_note(glide, degree);
    int16_t sounds = (int16_t)(own + added(glide));
    uint8_t lane = glide_lane(glide);
    uint16_t bend;
    if (sounds < 0) sounds = 0;
    if (sounds > (int16_t)TOP_NOTE) sounds = TOP_NOTE;
    if (!(U8(glide->how) & GLIDE_BENDS)) bend = NO_BEND;
    else if (U8(glide->school) == CHEIR_SCHOOL_FRETTED) bend = degree_bend(glide, degree);
    else bend = bend_of(glide, pitch - (int32_t)pitch_of_note(own));
    replace_note(U8(glide->note), lane, lane, (uint8_t)sounds, bend, state->strength, U8(glide->how) & GLIDE_SLURRED);
    state->stage = CHEIR_GLIDE_SOUNDS;
    state->since = now_t;
    EMPTY_BAND(state);
}

/* A note where the place is now. A slide begins on its degree, a pull-in as far off it as the place is. */
static OUT_OF_LINE UNUSED void begin_glide(uint8_t index, uint16_t pitch)
{
    const cheir_glide *glide = &IMAGE(glides)[index];
    cheir_glide_state *state = &STATE(glides)[index];
    uint8_t degree = nearest_degree(glide, pitch);
    uint8_t plays = degree_beside(glide, degree);
    int32_t from = U8(glide->school) == CHEIR_SCHOOL_SLIDE ? pitch : degree_pitch(glide, degree);
    int32_t to = degree_pitch(glide, plays);
    state->offset = (uint16_t)(to - from + OFFSET_ZERO);
    state->degree = degree;
    sound_glide(index, plays, U8(glide->school) == CHEIR_SCHOOL_FRETTED ? to : (int32_t)pitch + to - from);
}

static inline uint16_t pitch_now(const cheir_glide *glide)
{
    return place_pitch(glide, raw_now(glide));
}

static inline void glide_opens(uint8_t index, uint8_t lane, uint16_t strength)
{
    const cheir_glide *glide = &IMAGE(glides)[index];
    cheir_glide_state *state = &STATE(glides)[index];
    (void)lane;
    if (state->open++ > 0) return;
    state->strength = strength;
    if (!PLAYS(&IMAGE(notes)[U8(glide->note)])) return;
    state->stage = CHEIR_GLIDE_SETTLING;
    state->since = now_t;
    EMPTY_BAND(state);
    if (U16(glide->settle_ticks) == 0) begin_glide(index, pitch_now(glide));
}

/* A touch that ends before its place has settled is played all the same. */
static inline void glide_closes(uint8_t index, uint8_t lane)
{
    const cheir_glide *glide = &IMAGE(glides)[index];
    cheir_glide_state *state = &STATE(glides)[index];
    (void)lane;
    /* A silence has shut it already. */
    if (state->open == 0 || --state->open > 0) return;
    if (state->stage == CHEIR_GLIDE_SETTLING && PLAYS(&IMAGE(notes)[U8(glide->note)])) begin_glide(index, pitch_now(glide));
    state->stage = CHEIR_GLIDE_IDLE;
    end_note(glide_lane(glide));
}

/* Counts in which a pitch moves less than a room, as far as that is certain. */
static OUT_OF_LINE UNUSED uint16_t counts_in(const cheir_glide *glide, int32_t room)
{
    int32_t certain = room - 2 - (int32_t)(U16(glide->span) >> 12);
    if (certain < 0) certain = 0;
    if (certain > 65535l) certain = 65535l;
    if (U8(glide->reads) == CHEIR_READS_PITCH) return (uint16_t)certain;
    return product_by_65536((uint16_t)certain, U16(glide->per));
}

/* Another degree begins where the place has left the one that plays, and has stayed on the other for the settle time. */
static void play_fretted(uint8_t index, const cheir_glide *glide, cheir_glide_state *state, uint16_t raw)
{
    uint16_t pitch;
    int32_t below = FAR, above = FAR;
    uint8_t degree;
    pitch = place_pitch(glide, raw);
    if (state->degree != 0)
        below = (int32_t)pitch - boundary_above(glide, (uint8_t)(state->degree - 1u)) + U16(glide->hysteresis);
    if (state->degree != last_degree(glide))
        above = (int32_t)boundary_above(glide, state->degree) + U16(glide->hysteresis) - 1 - pitch;
    if (below >= 0 && above >= 0) {
        state->stage = CHEIR_GLIDE_SOUNDS;
        state->low = count_below(raw, counts_in(glide, below));
        state->high = count_above(raw, counts_in(glide, above));
        return;
    }
    degree = nearest_degree(glide, pitch);
    if (state->stage != CHEIR_GLIDE_MOVING || state->wanted != degree) {
        state->stage = CHEIR_GLIDE_MOVING;
        state->wanted = degree;
        state->since = now_t;
    }
    if ((uint16_t)(now_t - state->since) < U16(glide->settle_ticks) || !wire_takes_note()) return;
    begin_glide(index, pitch);
}

/* A step of the drift to the nearest degree; its bend is looked at again. */
static void drift_glide(const cheir_glide *glide, cheir_glide_state *state)
{
    int32_t pitch = (int32_t)pitch_now(glide) + state->offset - OFFSET_ZERO;
    int32_t off = (int32_t)degree_pitch(glide, nearest_degree(glide, pitch)) - pitch;
    int32_t most = U16(glide->drift);
    state->since = now_t;
    if (off == 0) return;
    if (off > most) off = most;
    if (off < -most) off = -most;
    state->offset = (uint16_t)(state->offset + off);
    EMPTY_BAND(&STATE(controls)[U8(glide->control) - 1u]);
}

/* Past the bend range the nearest degree begins anew, as far off as the slide is. */
static void reach_on(uint8_t index, const cheir_glide *glide, cheir_glide_state *state, uint16_t raw)
{
    uint8_t note = STATE(note_lanes)[glide_lane(glide)].note;
    int32_t range = U16(glide->range);
    int32_t pitch, away;
    uint8_t degree;
    pitch = (int32_t)place_pitch(glide, raw) + state->offset - OFFSET_ZERO;
    away = from_note(glide, pitch, note);
    if (away <= range && away >= -range) {
        state->low = count_below(raw, counts_in(glide, range + away));
        state->high = count_above(raw, counts_in(glide, range - away));
        return;
    }
    degree = nearest_degree(glide, pitch);
    if ((int16_t)degree_note(glide, degree) == (int16_t)((int16_t)note - added(glide))) {
        state->low = state->high = raw;
        return;
    }
    if (wire_takes_note()) sound_glide(index, degree, pitch);
}

/* Plays a frame on a glide. What it would begin waits while the wire is full; in a scene in which it does not live, what sounds goes on as it is. */
static OUT_OF_LINE UNUSED void change_glide(uint8_t index, uint16_t raw, uint8_t waits)
{
    const cheir_glide *glide = &IMAGE(glides)[index];
    cheir_glide_state *state = &STATE(glides)[index];
    if (state->stage == CHEIR_GLIDE_SETTLING) {
        if (!PLAYS(&IMAGE(notes)[U8(glide->note)])) state->stage = CHEIR_GLIDE_IDLE;
        else if ((uint16_t)(now_t - state->since) >= U16(glide->settle_ticks) && wire_takes_note())
            begin_glide(index, place_pitch(glide, raw));
        return;
    }
    /* A pool may have given its channel to another note. */
    if (STATE(note_lanes)[glide_lane(glide)].note == NO_NOTE) {
        state->stage = CHEIR_GLIDE_IDLE;
        return;
    }
    if (!PLAYS(&IMAGE(notes)[U8(glide->note)])) return;
    /* Nothing could begin now; what settles is timed all the same. */
    if (U16(glide->settle_ticks) == 0 && U16(glide->drift) == 0 && !wire_takes_note()) return;
    if (U8(glide->school) == CHEIR_SCHOOL_FRETTED) {
        play_fretted(index, glide, state, raw);
        return;
    }
    if (U16(glide->drift) > 0 && (uint16_t)(now_t - state->since) >= DRIFT_TICKS) drift_glide(glide, state);
    if (!(U8(glide->how) & GLIDE_ANEW)) FULL_BAND(state);
    else if (!waits) reach_on(index, glide, state, raw);
}

static void glide_frame(void)
{
    const cheir_glide *glide = IMAGE(glides);
    cheir_glide_state *state = STATE(glides);
    uint8_t i;
    for (i = 0; i != COUNT(glides); i++, glide++, state++) {
        uint16_t raw;
        uint8_t waits;
        if (state->stage == CHEIR_GLIDE_IDLE) continue;
        raw = raw_now(glide);
        waits = state->stage == CHEIR_GLIDE_SOUNDS && raw >= state->low && raw <= state->high;
        if (!waits || U16(glide->drift) > 0) change_glide(i, raw, waits);
    }
}

static void glide_start(void)
{
    static const cheir_glide_state idle = {1, 0, 32768u, 0, 0, 0, 0, CHEIR_GLIDE_IDLE, 0};
    uint8_t i;
    for (i = 0; i != COUNT(glides); i++) STATE(glides)[i] = idle;
}

static void glide_silence(void)
{
    uint8_t i;
    for (i = 0; i != COUNT(glides); i++) {
        STATE(glides)[i].open = 0;
        STATE(glides)[i].stage = CHEIR_GLIDE_IDLE;
    }
}

static void glide_expire(void)
{
    uint8_t i;
    for (i = 0; i != COUNT(glides); i++) STATE(glides)[i].since = LONG_AGO;
}

static void glide_sweep(void)
{
    uint8_t i;
    for (i = 0; i != COUNT(glides); i++) {
        uint16_t longest = U16(IMAGE(glides)[i].settle_ticks);
        if (longest < DRIFT_TICKS) longest = DRIFT_TICKS;
        if ((uint16_t)(now_t - STATE(glides)[i].since) >= longest) STATE(glides)[i].since = LONG_AGO;
    }
}

#if CHEIR_SETTABLE
static inline void glide_changed(uint8_t i, const cheir_glide *before)
{
    (void)before;
    EMPTY_BAND(&STATE(glides)[i]);
}

static inline uint8_t glide_is_sound(const cheir_glide *next, const cheir_glide *now, uint16_t tables, uint16_t stairs)
{
    (void)now, (void)stairs;
    if (next->reads > CHEIR_READS_PITCH) return 0;
    if (next->table != NO_TABLE && (uint32_t)next->table + 256u >= tables) return 0;
    return (uint32_t)next->low + next->span <= 65535ul;
}

static inline uint8_t degree_is_sound(const cheir_degree *next, const cheir_degree *now, uint16_t tables, uint16_t stairs)
{
    (void)now, (void)tables, (void)stairs;
    return next->bend <= BEND_END && next->note <= TOP_NOTE;
}
#endif
CHANGES_BY_ITSELF(degree)

#endif
