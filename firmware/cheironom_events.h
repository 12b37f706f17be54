/* Who hears a gate; src/core/engine/events.ts is the same. A part of cheironom.c, which alone includes it. */
#ifndef CHEIRONOM_EVENTS_H
#define CHEIRONOM_EVENTS_H

#define OPENS(name, code) \
    if (is == (code)) {     \
        name##_opens(index, lane, strength); \
        continue;            \
    }
#define CLOSES(name, code) \
    if (is == (code)) {      \
        name##_closes(index, lane); \
        continue;             \
    }

/* A listener that hears every lane of a gate. */
#define ANY_LANE 255u

/* Whether a listener hears a lane: it hears all, or that one. */
static inline uint8_t hears_lane(const cheir_listener *own, uint8_t lane)
{
    return U8(own->lane) == ANY_LANE || U8(own->lane) == lane;
}

static OUT_OF_LINE UNUSED void gate_opens(uint8_t listener, uint8_t listeners, uint8_t lane, uint16_t strength)
{
    for (; listeners > 0; listeners--, listener++) {
        uint8_t is = U8(IMAGE(listeners)[listener].is);
        uint8_t index = U8(IMAGE(listeners)[listener].index);
        if (!hears_lane(&IMAGE(listeners)[listener], lane)) continue;
        (void)is, (void)index, (void)strength;
        CHEIR_HEARERS(OPENS)
    }
}

static OUT_OF_LINE UNUSED void gate_closes(uint8_t listener, uint8_t listeners, uint8_t lane)
{
    for (; listeners > 0; listeners--, listener++) {
        uint8_t is = U8(IMAGE(listeners)[listener].is);
        uint8_t index = U8(IMAGE(listeners)[listener].index);
        if (!hears_lane(&IMAGE(listeners)[listener], lane)) continue;
        (void)is, (void)index;
        CHEIR_HEARERS(CLOSES)
    }
}

CHANGES_BY_ITSELF(listener)
ALWAYS_SOUND(listener)

#endif
