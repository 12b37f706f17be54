/* Where a count lies, and the counts among which nothing happens; src/core/engine/place.ts is the same. A part of cheironom.c, which alone includes it. */
#ifndef CHEIRONOM_PLACE_H
#define CHEIRONOM_PLACE_H

#define ABOVE 1u
#define BELOW 2u

/* Whether a side of rest is in a mask: the first is ABOVE, the other BELOW. */
static inline uint8_t feeds(uint8_t mask, uint8_t side)
{
    return (uint8_t)(mask & low((uint16_t)(side + 1u)));
}

/* The count `distance` above rest. */
static inline uint16_t count_above(uint16_t rest, uint16_t distance)
{
    uint16_t count = (uint16_t)(rest + distance);
    return count < rest ? 65535u : count;
}

/* And below it. */
static inline uint16_t count_below(uint16_t rest, uint16_t distance)
{
    return rest < distance ? 0 : (uint16_t)(rest - distance);
}

/* A band with no count in it: whatever comes is looked at. */
#define EMPTY_BAND(state) ((state)->low = 1, (state)->high = 0)
/* A band of all counts: whatever comes is passed over. */
#define FULL_BAND(state) ((state)->low = 0, (state)->high = 65535u)

#endif
