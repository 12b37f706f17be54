/* For tests: a column computed from two others and from a contact; block.ts beside it is the same. A part of cheironom.c, which alone includes it. */
#ifndef CHEIRONOM_MIDDLE_H
#define CHEIRONOM_MIDDLE_H

static void middle_start(void)
{
    uint8_t i;
    for (i = 0; i != COUNT(middles); i++) STATE(middles)[i].closings = 0;
}

static void middle_derive(void)
{
    uint8_t i;
    for (i = 0; i != COUNT(middles); i++) {
        const cheir_middle *own = &IMAGE(middles)[i];
        uint16_t sum = (uint16_t)(now_counts[U8(own->first)] + now_counts[U8(own->second)]);
        now_counts[U8(own->into)] = (uint16_t)((sum >> 1) + 100u * STATE(middles)[i].closings);
    }
}

static void middle_derive_edge(uint8_t contact, uint8_t closed)
{
    uint8_t i;
    if (contact != 0 || !closed) return;
    for (i = 0; i != COUNT(middles); i++) STATE(middles)[i].closings++;
}

static void middle_derive_expire(void)
{
    uint8_t i;
    for (i = 0; i != COUNT(middles); i++) STATE(middles)[i].closings = 0;
}

CHANGES_BY_ITSELF(middle)
ALWAYS_SOUND(middle)

#endif
