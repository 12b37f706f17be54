/* Gates that let controls follow their levels: while all of them are closed, what was sent last stays; src/core/engine/voices/hold.ts is the same. A part of cheironom.c, which alone includes it. */
#ifndef CHEIRONOM_HOLD_H
#define CHEIRONOM_HOLD_H

static void hold_start(void)
{
    uint8_t i;
    for (i = 0; i != COUNT(holds); i++) STATE(holds)[i].open = 0;
}

/* From the next frame on they are looked at. */
static inline void hold_opens(uint8_t index, uint8_t lane, uint16_t strength)
{
    cheir_control_state *control = &STATE(controls)[U8(IMAGE(holds)[index].control)];
    uint8_t n;
    (void)lane, (void)strength;
    if (STATE(holds)[index].open++ != 0) return;
    for (n = U8(IMAGE(holds)[index].controls); n != 0; n--, control++) EMPTY_BAND(control);
}

/* Each keeps what it sent once its count leaves the band of that. */
static inline void hold_closes(uint8_t index, uint8_t lane)
{
    (void)lane;
    STATE(holds)[index].open--;
}
CHANGES_BY_ITSELF(hold)
ALWAYS_SOUND(hold)

#endif
