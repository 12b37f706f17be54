/* MIDI clock; src/core/engine/voices/tempo.ts is the same. A part of cheironom.c, which alone includes it. */
#ifndef CHEIRONOM_TEMPO_H
#define CHEIRONOM_TEMPO_H

/* Clocks that are sent at once where a scan is slow; of more the rest is left out. */
#define CLOCKS_AT_ONCE 6u
#define CLOCK 0xf8u
#define START_CLOCK 0xfau
#define CONTINUE_CLOCK 0xfbu
#define STOP_CLOCK 0xfcu

static void tempo_start(void)
{
    static const cheir_tempo_state still = {0, 0, 0, 0, 0, 0, 0};
    uint8_t i;
    for (i = 0; i != COUNT(tempos); i++) {
        STATE(tempos)[i] = still;
        STATE(tempos)[i].tempo = U8(IMAGE(tempos)[i].begins);
    }
}

/* From clock to clock of a tempo, 4 us. */
static uint16_t period_of(uint8_t tempo)
{
    return TABLE16(IMAGE(tables)[U16(IMAGE(tempos)[0].table) + tempo]);
}

static uint32_t clock_period_us(void)
{
    return 4ul * period_of(STATE(tempos)[0].tempo);
}

static inline uint8_t clock_is_due(void)
{
    return STATE(engine).last_us - STATE(tempos)[0].next_us < 0x80000000ul;
}

/* Before anything else plays a frame: a clock is a scan late at most, and the next one is not later for it. */
static void play_clock(void)
{
    cheir_tempo_state *own = &STATE(tempos)[0];
    uint8_t n;
    if (COUNT(tempos) == 0) return;
    if (!own->begun) {
        own->begun = 1;
        own->next_us = STATE(engine).last_us;
    }
    for (n = 0; n != CLOCKS_AT_ONCE && clock_is_due(); n++) {
        pass(CLOCK);
        own->next_us += clock_period_us();
    }
    if (clock_is_due()) own->next_us = STATE(engine).last_us + clock_period_us();
}

/* From the next clock on. */
static UNUSED void set_tempo(uint8_t asked)
{
    uint8_t last = (uint8_t)(U8(IMAGE(tempos)[0].tempos) - 1u);
    STATE(tempos)[0].tempo = asked > last ? last : asked;
}

/* Faster or slower; or as it begins. */
static UNUSED void step_tempo(uint8_t by)
{
    int16_t next = (int16_t)(STATE(tempos)[0].tempo + by - CHEIR_SHIFT_ZERO);
    if (by == CHEIR_SHIFT_ZERO) set_tempo(U8(IMAGE(tempos)[0].begins));
    else set_tempo(next < 0 ? 0 : (uint8_t)next);
}

/* Periods of 4 us in a beat, as us: 24 clocks; and in the longest pause after which a tap still belongs to the one before. */
#define BEAT 96ul
#define LONGEST_BEAT 128ul

/* Beats that are evenly tapped are averaged. */
static uint32_t beat_after(uint32_t before, uint32_t passed)
{
    uint32_t apart = passed > before ? passed - before : before - passed;
    return before == 0 || apart > before >> 2 ? passed : before - (before >> 2) + (passed >> 2);
}

/* The place of the tempo whose beat lies nearest; they stand from the slowest on. */
static uint8_t tempo_of_beat(uint32_t beat_us)
{
    uint8_t low = 0, high = (uint8_t)(U8(IMAGE(tempos)[0].tempos) - 1u);
    uint32_t found;
    while (low < high) {
        uint8_t middle = (uint8_t)((uint16_t)((uint16_t)low + high) >> 1);
        if (BEAT * period_of(middle) > beat_us) low = (uint8_t)(middle + 1u);
        else high = middle;
    }
    found = BEAT * period_of(low);
    if (low > 0 && found <= beat_us && BEAT * period_of((uint8_t)(low - 1u)) - beat_us < beat_us - found) low--;
    return low;
}

/* A beat is tapped: with the one before it gives the tempo that lies nearest; one that comes much sooner or later than those before begins anew. */
static UNUSED void tap_tempo(void)
{
    cheir_tempo_state *own = &STATE(tempos)[0];
    uint32_t now = STATE(engine).last_us;
    uint32_t passed = now - own->tapped_us;
    uint8_t counts = own->taps && passed <= LONGEST_BEAT * period_of(0);
    own->taps = 1;
    own->tapped_us = now;
    if (!counts) own->beat_us = 0;
    else {
        own->beat_us = beat_after(own->beat_us, passed);
        set_tempo(tempo_of_beat(own->beat_us));
    }
}

/* Start comes with its first clock; stop, and continue. */
static UNUSED void transport(uint8_t asked)
{
    cheir_tempo_state *own = &STATE(tempos)[0];
    uint8_t does = asked;
    if (asked == CHEIR_TRANSPORT_TOGGLE) does = own->runs ? CHEIR_TRANSPORT_STOP : CHEIR_TRANSPORT_START;
    own->runs = does != CHEIR_TRANSPORT_STOP;
    pass(does == CHEIR_TRANSPORT_STOP ? STOP_CLOCK : does == CHEIR_TRANSPORT_START ? START_CLOCK : CONTINUE_CLOCK);
    if (does == CHEIR_TRANSPORT_START) own->next_us = STATE(engine).last_us;
}

/* As it begins, and stopped where it ran. */
static UNUSED void reset_tempo(void)
{
    if (COUNT(tempos) == 0) return;
    if (STATE(tempos)[0].runs) transport(CHEIR_TRANSPORT_STOP);
    set_tempo(U8(IMAGE(tempos)[0].begins));
}

#if CHEIR_SETTABLE
/* Another beginning is meant to be heard. */
static inline void tempo_changed(uint8_t i, const cheir_tempo *before)
{
    if (IMAGE(tempos)[i].begins != before->begins) STATE(tempos)[i].tempo = IMAGE(tempos)[i].begins;
}

static inline uint8_t tempo_is_sound(const cheir_tempo *next, const cheir_tempo *now, uint16_t tables, uint16_t stairs)
{
    (void)stairs;
    return next->begins < now->tempos && (uint32_t)next->table + now->tempos <= tables;
}
#endif

#endif
