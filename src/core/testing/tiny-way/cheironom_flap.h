/* For tests: flaps; block.ts beside it is the same. A part of cheironom.c, which alone includes it. */
#ifndef CHEIRONOM_FLAP_H
#define CHEIRONOM_FLAP_H

static void flap_start(void)
{
    uint8_t i;
    for (i = 0; i != COUNT(flaps); i++) STATE(flaps)[i].stage = 0;
}

static void play_flaps(const cheir_flap_bank *bank)
{
    const cheir_flap *flap = &IMAGE(flaps)[U8(bank->lane)];
    cheir_flap_state *state = &STATE(flaps)[U8(bank->lane)];
    uint8_t lane;
    for (lane = 0; lane != U8(bank->lanes); lane++, flap++, state++) {
        uint16_t count = now_counts[U8(flap->column)];
        uint8_t stage = state->stage;
        if (stage == 0) {
            if (count < U16(flap->shut) + U16(flap->open)) continue;
            state->stage = 1;
            gate_opens(U8(bank->listener), U8(bank->listeners), lane, ONE);
        } else if (count < U16(flap->shut) + (U16(flap->open) >> 1)) {
            state->stage = 0;
            if (stage == 1) gate_closes(U8(bank->listener), U8(bank->listeners), lane);
        }
    }
}

static void flap_frame(void)
{
    uint8_t i;
    for (i = 0; i != COUNT(flap_banks); i++) play_flaps(&IMAGE(flap_banks)[i]);
}

static void flap_silence(void)
{
    uint8_t i, lane;
    for (i = 0; i != COUNT(flap_banks); i++) {
        const cheir_flap_bank *bank = &IMAGE(flap_banks)[i];
        for (lane = 0; lane != U8(bank->lanes); lane++) {
            cheir_flap_state *state = &STATE(flaps)[U8(bank->lane) + lane];
            if (state->stage != 1) continue;
            state->stage = 2;
            gate_closes(U8(bank->listener), U8(bank->listeners), lane);
        }
    }
}

CHANGES_BY_ITSELF(flap_bank)
ALWAYS_SOUND(flap_bank)
CHANGES_BY_ITSELF(flap)
ALWAYS_SOUND(flap)

#endif
