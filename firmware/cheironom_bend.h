/* Pitch as bend; src/core/engine/voices/bend.ts and send-bend.ts are the same. A part of cheironom.c, which alone includes it. */
#ifndef CHEIRONOM_BEND_H
#define CHEIRONOM_BEND_H

#define BEND_CENTRE 8192u
#define BEND_END 16383u

#if CHEIR_bent || CHEIR_bends
static OUT_OF_LINE UNUSED void send_bend(uint8_t channel, uint16_t bend)
{
    send3((uint8_t)(PITCH_BEND | channel), low(bend), (uint8_t)(bend >> 7));
}
#endif

#if CHEIR_glides
/* A note's own pitch, 512ths of a semitone. */
static inline uint16_t pitch_of_note(uint8_t note)
{
    return (uint16_t)((uint16_t)note << 9);
}

/* The bend of a difference of pitch; past the range its end. */
static OUT_OF_LINE UNUSED uint16_t bend_of(const cheir_glide *glide, int32_t difference)
{
    uint8_t down = difference < 0;
    uint32_t distance = (uint32_t)(down ? -difference : difference);
    uint16_t range = U16(glide->range);
    uint16_t steps;
    if (distance > range) distance = range;
    steps = (uint16_t)((distance * U32(glide->bend) + 32768ul) >> 16);
    if (down) return steps > BEND_CENTRE ? 0 : (uint16_t)(BEND_CENTRE - steps);
    return steps >= BEND_CENTRE ? BEND_END : (uint16_t)(BEND_CENTRE + steps);
}
#endif

#endif
