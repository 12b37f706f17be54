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

/* A count without the shift of power-up. */
static inline uint16_t shifted(uint16_t count, int16_t shift)
{
    uint16_t moved = (uint16_t)(count - (uint16_t)shift);
    if (shift == 0) return count;
    if (shift > 0) return count < (uint16_t)shift ? 0 : moved;
    return moved < count ? 65535u : moved;
}

/*
 * The count `distance` above rest, as the converter gives it. `here` is rest with its shift: a count, since rest has been moved
 * towards one that was read (cheironom_zero.h).
 */
static inline uint16_t count_above(uint16_t here, uint16_t distance)
{
    uint16_t count = (uint16_t)(here + distance);
    return count < here ? 65535u : count;
}

/* And below it. */
static inline uint16_t count_below(uint16_t here, uint16_t distance)
{
    return here < distance ? 0 : (uint16_t)(here - distance);
}

/* Rest of a level as the converter gives it. */
static inline uint16_t rest_here(const cheir_level *level, int16_t shift)
{
    return (uint16_t)(U16(level->rest) + (uint16_t)shift);
}

/* A band with no count in it: whatever comes is looked at. */
#define EMPTY_BAND(state) ((state)->low = 1, (state)->high = 0)

#endif
