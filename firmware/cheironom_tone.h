/* Tones whose comparator closes a contact once a period: how high each is, and whether it sounds; src/core/engine/blocks/tone.ts is the same. A part of cheironom.c, which alone includes it. */
#ifndef CHEIRONOM_TONE_H
#define CHEIRONOM_TONE_H

/* A period agrees with the one before where it lies within a sixteenth of the median of three from it; so many may. One is an octave off within an eighth, and believed after so many. */
#define TONE_AGREES 4
#define TONE_NEAR_OCTAVE 3
#define TONE_MOST_AGREED 15u
#define TONE_LEAPS 8u

static void tone_start(void)
{
    static const cheir_tone_state silent = {0, 0, {0, 0}, 0, 0, CHEIR_TONE_SILENT, 0, 0, 0};
    uint8_t i;
    for (i = 0; i != COUNT(tones); i++) STATE(tones)[i] = silent;
}

static uint16_t tone_median(uint16_t a, uint16_t b, uint16_t c)
{
    uint16_t least = lesser(a, b), most = a < b ? b : a;
    return c < least ? least : c > most ? most : c;
}

/* Whether a period is about half of another, or twice; neither is over 32767. */
static uint8_t tone_is_octave(uint16_t period, uint16_t held)
{
    uint16_t near = held >> TONE_NEAR_OCTAVE;
    return between(period, (uint16_t)(held << 1)) <= near || between((uint16_t)(period << 1), held) <= near;
}

static void tone_follow(const cheir_tone *tone, cheir_tone_state *state, uint16_t period)
{
    uint8_t begun = state->held == 0;
    uint8_t leapt;
    uint16_t pitch;
    if (!begun && tone_is_octave(period, state->held) && state->leaps < TONE_LEAPS) {
        state->leaps++;
        return;
    }
    leapt = state->leaps == TONE_LEAPS;
    state->leaps = 0;
    state->held = period;
    pitch = pitch_of_period(period);
    if (begun || leapt) state->value = pitch;
    else if (pitch > state->value) state->value = (uint16_t)(state->value + ((uint16_t)(pitch - state->value) >> U8(tone->smoothing)));
    else state->value = (uint16_t)(state->value - ((uint16_t)(state->value - pitch) >> U8(tone->smoothing)));
}

static void tone_heard(const cheir_tone *tone, cheir_tone_state *state, uint16_t period)
{
    uint16_t first = state->before[0], middle;
    middle = tone_median(period, first, state->before[1]);
    state->before[1] = first;
    state->before[0] = period;
    if (state->known < 2u) {
        state->known++;
        return;
    }
    if (between(period, first) > (uint16_t)(middle >> TONE_AGREES)) {
        state->agreed = state->agreed > 2u ? (uint8_t)(state->agreed - 2u) : 0;
        if (state->agreed == 0) state->stage = CHEIR_TONE_BEGUN;
        return;
    }
    if (state->agreed < TONE_MOST_AGREED) state->agreed++;
    if (state->stage != CHEIR_TONE_SOUNDS) {
        if (state->agreed < U8(tone->presence)) return;
        state->stage = CHEIR_TONE_SOUNDS;
        state->held = 0;
    }
    tone_follow(tone, state, middle);
}

/* A period begins. One that would be shorter than the shortest is a spike, and none. */
static void tone_begins(const cheir_tone *tone, cheir_tone_state *state)
{
    uint16_t now = (uint16_t)STATE(engine).last_us;
    uint16_t passed = (uint16_t)(now - state->since);
    uint8_t over = state->stage == CHEIR_TONE_SILENT || (uint16_t)(now_t - state->since_t) >= U16(tone->stop);
    if (!over && passed < U16(tone->least)) return;
    state->since = now;
    state->since_t = now_t;
    if (!over) {
        tone_heard(tone, state, passed);
        return;
    }
    state->stage = CHEIR_TONE_BEGUN;
    state->known = state->agreed = state->leaps = 0;
}

/* Silent, it keeps the pitch that it had. */
static void tone_derive(void)
{
    uint8_t i;
    for (i = 0; i != COUNT(tones); i++) {
        const cheir_tone *tone = &IMAGE(tones)[i];
        cheir_tone_state *state = &STATE(tones)[i];
        uint8_t into = U8(tone->into);
        if (state->stage != CHEIR_TONE_SILENT && (uint16_t)(now_t - state->since_t) >= U16(tone->stop))
            state->stage = CHEIR_TONE_SILENT;
        now_counts[into] = state->value;
        now_counts[into + 1u] = state->stage == CHEIR_TONE_SOUNDS ? ONE : 0;
    }
}

static void tone_derive_edge(uint8_t contact, uint8_t closed)
{
    uint8_t i;
    for (i = 0; closed && i != COUNT(tones); i++)
        if (U8(IMAGE(tones)[i].contact) == contact) tone_begins(&IMAGE(tones)[i], &STATE(tones)[i]);
}

static void tone_derive_expire(void)
{
    uint8_t i;
    for (i = 0; i != COUNT(tones); i++) STATE(tones)[i].stage = CHEIR_TONE_SILENT;
}

#if CHEIR_SETTABLE
static inline uint8_t tone_is_sound(const cheir_tone *next, const cheir_tone *now, uint16_t tables, uint16_t stairs)
{
    (void)now, (void)tables, (void)stairs;
    return next->smoothing < 16u && next->least >= 90u && next->stop <= 2047u;
}
#endif
CHANGES_BY_ITSELF(tone)

#endif
