/* Where the velocity of a note comes from; src/core/engine/voices/velocity.ts is the same. A part of cheironom.c, which alone includes it. */
#ifndef CHEIRONOM_VELOCITY_H
#define CHEIRONOM_VELOCITY_H

/* 1 ... 127. Lanes are those of the image; strength is that of the gate, Q15. */

#if CHEIR_velocity_fixed
static inline uint8_t velocity_fixed(const cheir_note *note, uint8_t lane, uint16_t strength)
{
    (void)lane, (void)strength;
    return U8(note->from);
}
#endif

#if CHEIR_velocity_strength
static inline uint8_t velocity_strength(const cheir_note *note, uint8_t lane, uint16_t strength)
{
    (void)lane;
    return (uint8_t)(U8(note->from) + step7(strength, U8(note->span)));
}
#endif

#if CHEIR_velocity_level
/* Where a level is in this frame, Q15. */
static OUT_OF_LINE UNUSED uint16_t share_now(uint8_t index)
{
    const cheir_level *level = &IMAGE(levels)[index];
    const cheir_side *side = level->side;
    uint16_t count = now_counts[U8(level->column)];
    uint16_t rest = STATE(level_zeros)[index].rest;
    uint16_t distance = (uint16_t)(count - rest);
    if (count < rest) {
        distance = (uint16_t)(rest - count);
        side++;
    }
    if (distance <= U16(side->dead)) return 0;
    return share_of(&side->scale, (uint16_t)(distance - U16(side->dead)));
}

static inline uint8_t velocity_level(const cheir_note *note, uint8_t lane, uint16_t strength)
{
    (void)lane, (void)strength;
    return (uint8_t)(U8(note->from) + step7(mapped(U16(note->table), share_now(U8(note->level))), U8(note->span)));
}
#endif

#endif
