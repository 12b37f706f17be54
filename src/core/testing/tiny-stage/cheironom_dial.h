/* For tests: dials; block.ts beside it is the same. A part of cheironom.c, which alone includes it. */
#ifndef CHEIRONOM_DIAL_H
#define CHEIRONOM_DIAL_H

static void dial_start(void)
{
    uint8_t i;
    for (i = 0; i != COUNT(dials); i++) STATE(dials)[i].value = 100;
}

static void dial_byte(uint8_t port, uint8_t byte)
{
    uint8_t i, value = byte & 127u;
    for (i = 0; i != COUNT(dials); i++)
        if (U8(IMAGE(dials)[i].port) == port) STATE(dials)[i].value = value > 0 ? value : 1;
}

static inline uint8_t velocity_dialled(const cheir_note *note, uint8_t lane, uint16_t strength)
{
    (void)note, (void)lane, (void)strength;
    return STATE(dials)[0].value;
}

CHANGES_BY_ITSELF(dial)
ALWAYS_SOUND(dial)

#endif
