/* Gates that change the scene, as long as their guards are open; src/core/engine/voices/selector.ts is the same. A part of cheironom.c, which alone includes it. */
#ifndef CHEIRONOM_SELECTOR_H
#define CHEIRONOM_SELECTOR_H

static void selector_start(void)
{
    uint8_t i;
    for (i = 0; i != COUNT(selectors); i++) STATE(selectors)[i].open = STATE(selectors)[i].asks = 0;
}

/* The change comes with the next frame. */
static inline void selector_opens(uint8_t index, uint8_t lane, uint16_t strength)
{
    (void)lane, (void)strength;
    if (STATE(selectors)[index].open >= U8(IMAGE(selectors)[index].guards)) STATE(selectors)[index].asks = 1;
}

static inline void selector_closes(uint8_t index, uint8_t lane)
{
    (void)index, (void)lane;
}

static inline void selector_guard_opens(uint8_t index, uint8_t lane, uint16_t strength)
{
    (void)lane, (void)strength;
    STATE(selectors)[index].open++;
}

static inline void selector_guard_closes(uint8_t index, uint8_t lane)
{
    (void)lane;
    /* A silence has shut it already. */
    if (STATE(selectors)[index].open > 0) STATE(selectors)[index].open--;
}

static void selector_silence(void)
{
    selector_start();
}

/* The scene that was asked for since the last frame, each after the one before; the one that plays where none was. */
static OUT_OF_LINE uint8_t scene_asked(void)
{
    uint8_t scene = STATE(engine).scene;
    uint8_t i;
    for (i = 0; i != COUNT(selectors); i++) {
        uint8_t to = U8(IMAGE(selectors)[i].to);
        if (!STATE(selectors)[i].asks) continue;
        STATE(selectors)[i].asks = 0;
        if (to == CHEIR_SELECT_NEXT) scene = (uint8_t)(scene + 1) == COUNT(scenes) ? 0 : (uint8_t)(scene + 1);
        else if (to == CHEIR_SELECT_PREVIOUS) scene = (uint8_t)((scene == 0 ? COUNT(scenes) : scene) - 1);
        else scene = to;
    }
    return scene;
}

#if CHEIR_SETTABLE
static inline uint8_t selector_is_sound(const cheir_selector *next, const cheir_selector *now, uint16_t tables, uint16_t stairs)
{
    (void)now, (void)tables, (void)stairs;
    return next->to >= CHEIR_SELECT_PREVIOUS || next->to < COUNT(scenes);
}
#endif
CHANGES_BY_ITSELF(selector)

#endif
