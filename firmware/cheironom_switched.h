/* Controllers, pressure, and lights, that gates move between two values; src/core/engine/voices/switched.ts is the same. A part of cheironom.c, which alone includes it. */
#ifndef CHEIRONOM_SWITCHED_H
#define CHEIRONOM_SWITCHED_H

#if CHEIR_shows
static void set_show(uint8_t index, uint8_t value);
#endif

static inline void switched_opens(uint8_t index, uint8_t lane, uint16_t strength)
{
    (void)lane, (void)strength;
    STATE(switched)[index].open++;
}

static inline void switched_closes(uint8_t index, uint8_t lane)
{
    (void)lane;
    STATE(switched)[index].open--;
}

/*
 * Sends what changed, as far as the wire is free. In a scene in which one does not live it is let go, and no more.
 */
static void switched_frame(void)
{
    uint8_t i;
    for (i = 0; i != COUNT(switched) && wire_is_free(); i++) {
        const cheir_switched *switched = &IMAGE(switched)[i];
        cheir_switched_state *state = &STATE(switched)[i];
        uint8_t value = state->open > 0 ? U8(switched->on) : U8(switched->off);
        if (!LIVES(switched)) value = state->sent == UNSENT7 ? UNSENT7 : U8(switched->off);
        if (state->sent == value) continue;
        state->sent = value;
#if CHEIR_shows
        if (U8(switched->status) < NOTE_OFF) {
            set_show(U8(switched->controller), value);
            continue;
        }
#endif
#if CHEIR_pressure
        if (U8(switched->status) >= PROGRAM_CHANGE) {
            send2(U8(switched->status), value);
            continue;
        }
#endif
        send3(U8(switched->status), U8(switched->controller), value);
    }
}

static void switched_start(void)
{
    uint8_t i;
    for (i = 0; i != COUNT(switched); i++) {
        STATE(switched)[i].sent = UNSENT7;
        STATE(switched)[i].open = 0;
    }
}

#if CHEIR_SETTABLE
static inline void switched_changed(uint8_t i, const cheir_switched *before)
{
    const cheir_switched *switched = &IMAGE(switched)[i];
    if (switched->status != before->status || switched->controller != before->controller) STATE(switched)[i].sent = UNSENT7;
}

static inline uint8_t switched_is_sound(const cheir_switched *next, const cheir_switched *now, uint16_t tables, uint16_t stairs)
{
    (void)tables, (void)stairs;
#if CHEIR_shows
    if (next->status < NOTE_OFF && next->controller >= COUNT(shows)) return 0;
#endif
    return is_same_message(next->status, now->status) && (uint8_t)(next->controller | next->off | next->on) <= 127u;
}
#endif

#endif
