/* Cheironom runtime; see cheironom.h and docs/engine.md. */
#include "cheironom.h"

/* The frame is short and hot, so that speed is worth a few bytes more than the usual -Os gives. */
#if defined(__AVR__) && defined(__GNUC__)
#pragma GCC optimize("O2")
#endif

#include "cheironom_image.h"
#include "cheironom_numbers.h"
#include "cheironom_place.h"
#include "cheironom_wire.h"
#include "cheironom_merge.h"
#include "cheironom_zero.h"
#include "cheironom_blocks.h"
#if CHEIR_SETTABLE
#include "cheironom_change.h"
#include "cheironom_settings.h"
#endif

/* First scans after power-up, which a converter and a sensor need to settle. */
#define DISCARDED_SCANS 5u
/* One tick of the clock is 16 us, one of the slow clock 16.4 ms. */
#define TICK_SHIFT 4
#define SLOW_SHIFT 14
/* A pause of this or more between two frames ends every timer: with the longest, 250 ms, and a sweep it is under one turn. */
#define PAUSE_US 524288ul
/* Timers that have ended are cleared this often, ticks. */
#define SWEEP_TICKS 0x4000u
#define START(block) block##_start();
#define LOOK(block) ended = block##_look(ended);
#define DERIVE(block) block##_derive();
#define DERIVE_EDGE(block) block##_derive_edge(contact, closed);
#define DERIVE_EXPIRE(block) block##_derive_expire();
#define FRAME(block) block##_frame();
#define EDGE(block) block##_edge(contact, closed);
#define BYTE(block) block##_byte(port, byte);
#define SCENE(block) block##_scene(before);
#define SILENCE(block) block##_silence();
#define EXPIRE(block) block##_expire();
#define SWEEP(block) block##_sweep();

/* A pause: more time has passed than any timer takes. */
static OUT_OF_LINE void expire_timers(void)
{
    CHEIR_DERIVE_EXPIRES(DERIVE_EXPIRE)
    CHEIR_EXPIRES(EXPIRE)
}

/* Clears the timers that have ended, now and then, before the clock has turned under them. */
static OUT_OF_LINE void sweep_timers(void)
{
    STATE(engine).swept = now_t;
    CHEIR_SWEEPS(SWEEP)
}

static void pass_time(uint32_t t_us, uint8_t *out)
{
    uint32_t passed_us = t_us - STATE(engine).last_us;
    STATE(engine).last_us = t_us;
    /* Bits 4 ... 19 and 14 ... 29 of the time, by words: a shift of all its bits is a loop on the small chips. */
    now_t = (uint16_t)((uint16_t)((uint16_t)t_us >> TICK_SHIFT) | (uint16_t)((uint16_t)(t_us >> 16) << (16 - TICK_SHIFT)));
    now_slow = (uint16_t)((uint16_t)((uint16_t)(t_us >> 16) << (16 - SLOW_SHIFT)) | (uint16_t)((uint16_t)t_us >> SLOW_SHIFT));
    now_out = out;
    drain(passed_us);
    if (passed_us >= PAUSE_US) expire_timers();
}

#if CHEIR_STEPS
/* A frame comes: how long after the one before, units of 4 us, 65 ms at most. */
static void step_to(uint32_t t_us)
{
    uint32_t step = (t_us - frame_us) >> 2;
    now_step = step > MOST_STEP ? MOST_STEP : (uint16_t)step;
    frame_us = t_us;
}
#endif

/* Power-up: what has not taken its rest yet looks at it, by turns. One look ends a frame. */
static OUT_OF_LINE void look_at_rests(void)
{
    uint8_t ended = 0;
    CHEIR_LOOKS(LOOK)
    (void)ended;
}

#if CHEIR_learns
/* The button on the instrument: pressed, it ends what sounds; let go, it brings settings that are the board's own, digest 0. */
static OUT_OF_LINE void play_button(void)
{
    uint8_t asks = play_learn();
    if (asks == LEARN_SILENCE) {
        CHEIR_SILENCES(SILENCE)
    }
    if (asks != LEARN_TAKE) return;
    learn_take();
    look_anew();
    now_digest = 0;
}
#endif

#if CHEIR_scenes
static void enter_scene(uint8_t scene)
{
    uint8_t before = STATE(engine).scene;
    if (scene >= COUNT(scenes) || scene == before) return;
    STATE(engine).scene = scene;
    CHEIR_SCENES(SCENE)
}
#endif

#if CHEIR_selectors
/* Nothing sounds, no part is muted or shifted, and the clock is as it begins. */
static OUT_OF_LINE void begin_anew(void)
{
    CHEIR_SILENCES(SILENCE)
    reset_modes();
#if CHEIR_tempos
    reset_tempo();
#endif
}
#endif

#if CHEIR_selectors || CHEIR_ports
/* What gates and program changes have asked for since the last frame, one after the other. */
static OUT_OF_LINE void do_asked(void)
{
    uint8_t scene = STATE(engine).scene;
#if CHEIR_selectors
    uint8_t i;
    for (i = 0; i != COUNT(selectors); i++) {
        uint8_t does = U8(IMAGE(selectors)[i].does), to = U8(IMAGE(selectors)[i].to);
        if (!STATE(selectors)[i].asks) continue;
        STATE(selectors)[i].asks = 0;
        if (does == CHEIR_DOES_SCENE) scene = selected(to, scene);
        else if (does != CHEIR_DOES_RESET) do_selected(does, to);
        else {
            begin_anew();
            scene = 0;
        }
    }
#endif
#if CHEIR_ports
    scene = scene_of_program(scene);
#endif
#if CHEIR_scenes
    enter_scene(scene);
#else
    (void)scene;
#endif
}
#endif

uint16_t cheir_frame(uint32_t t_us, uint16_t *counts, uint8_t *out)
{
#if CHEIR_ports
    uint8_t *clock;
#endif
    pass_time(t_us, out);
#if CHEIR_STEPS
    step_to(t_us);
#endif
    now_counts = counts;
    CHEIR_DERIVES(DERIVE)
    if (STATE(engine).discard > 0) {
        STATE(engine).discard--;
        /* What a pause has ended. */
        return (uint16_t)(now_out - out);
    }
    if ((uint16_t)(now_t - STATE(engine).swept) >= SWEEP_TICKS) sweep_timers();
#if CHEIR_tempos
    play_clock();
#endif
#if CHEIR_ports
    clock = now_out;
    end_inputs();
#endif
    if (STATE(engine).looking > 0) look_at_rests();
    STATE(engine).frame++;
#if CHEIR_learns
    if (COUNT(learns) > 0) play_button();
#endif
#if CHEIR_selectors || CHEIR_ports
    do_asked();
#endif
    CHEIR_FRAMES(FRAME)
    PARK(clock)
    return (uint16_t)(now_out - out);
}

uint16_t cheir_edge(uint32_t t_us, uint8_t contact, uint8_t closed, uint8_t *out)
{
    pass_time(t_us, out);
    (void)contact, (void)closed;
    CHEIR_DERIVE_EDGES(DERIVE_EDGE)
    CHEIR_EDGES(EDGE)
    PARK(out)
    return (uint16_t)(now_out - out);
}

uint16_t cheir_byte(uint32_t t_us, uint8_t port, uint8_t byte, uint8_t *out)
{
    pass_time(t_us, out);
    (void)port, (void)byte;
    CHEIR_BYTES(BYTE)
    return (uint16_t)(now_out - out);
}

uint16_t cheir_scene(uint8_t scene, uint8_t *out)
{
    now_out = out;
    (void)scene;
#if CHEIR_scenes
    enter_scene(scene);
#endif
    PARK(out)
    return (uint16_t)(now_out - out);
}

uint16_t cheir_silence(uint8_t *out)
{
    now_out = out;
#if CHEIR_learns
    abandon_learn();
#endif
    CHEIR_SILENCES(SILENCE)
    return (uint16_t)(now_out - out);
}

uint16_t cheir_end_owed(uint8_t *out)
{
    now_out = out;
#if CHEIR_ports
    end_owed();
#endif
    PARK(out)
    return (uint16_t)(now_out - out);
}

/* Whether something is sent on a channel, 0 ... 15. */
static uint8_t plays_on(uint8_t channel)
{
    uint8_t i;
    for (i = 0; i != COUNT(note_lanes); i++)
        if (!(U8(IMAGE(note_lanes)[i].channel) & POOLED) && (U8(IMAGE(note_lanes)[i].channel) & 15u) == channel) return 1;
    for (i = 0; i != COUNT(controls); i++)
        if (U8(IMAGE(controls)[i].lane) == 0 && U8(IMAGE(controls)[i].kind) != CHEIR_CONTROL_TEMPO && U8(IMAGE(controls)[i].kind) != CHEIR_CONTROL_LIGHT
            && (U8(IMAGE(controls)[i].status) & 15u) == channel)
            return 1;
#if CHEIR_switched
    for (i = 0; i != COUNT(switched); i++)
        if (U8(IMAGE(switched)[i].status) >= NOTE_OFF && (U8(IMAGE(switched)[i].status) & 15u) == channel) return 1;
#endif
#if CHEIR_pools
    for (i = 0; i != COUNT(members); i++)
        if (STATE(members)[i].channel == channel) return 1;
#endif
#if CHEIR_announcements
    for (i = 0; i != COUNT(announcements); i++)
        if (U8(IMAGE(announcements)[i].channel) == channel) return 1;
#endif
    return 0;
}

uint16_t cheir_end_all(uint8_t *out)
{
    uint8_t channel;
    now_out = out;
    STATE(engine).announced = 0;
    for (channel = 0; channel != 16u; channel++) {
        if (!plays_on(channel)) continue;
        send3((uint8_t)(CONTROL_CHANGE | channel), SUSTAIN, 0);
        send3((uint8_t)(CONTROL_CHANGE | channel), ALL_NOTES_OFF, 0);
    }
    PARK(out)
    return (uint16_t)(now_out - out);
}

void cheir_start(void)
{
    static const cheir_engine_state begun = {0, 0, 0, DISCARDED_SCANS, 0, 0, 0, 0, 0};
    STATE(engine) = begun;
#if CHEIR_STEPS
    frame_us = 0;
#endif
    CHEIR_STARTS(START)
}

#include "cheironom_weak.h"
