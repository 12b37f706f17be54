/*
 * The board's own light: late scans, and how a calibration by its button goes. C++ for a Wiring-style sketch, which includes it once, after
 * WIRED, the pins that something is wired to, and cheironom_line.h.
 */
#ifndef CHEIRONOM_OWN_LIGHT_H
#define CHEIRONOM_OWN_LIGHT_H

/* Least time between two changes of what says that scans are late, us. */
static const uint32_t SHOW_US = 1000000UL;
static uint32_t shown_overruns;
static uint32_t shown_us;

/* Whether it is on a pin of its own, and not on one that is wired. */
static bool has_light()
{
#if defined(LED_BUILTIN)
    static const uint8_t wired[] = {WIRED};
    for (uint8_t i = 0; i < sizeof(wired); i++)
        if (wired[i] == LED_BUILTIN) return false;
    return true;
#else
    return false;
#endif
}

static void begin_own_light()
{
#if defined(LED_BUILTIN)
    if (has_light()) pinMode(LED_BUILTIN, OUTPUT);
#endif
}

static void set_light(bool on)
{
#if defined(LED_BUILTIN)
    if (has_light()) digitalWrite(LED_BUILTIN, on ? HIGH : LOW);
#else
    (void)on;
#endif
}

/* Late scans are printed as a comment, and the light is on for a second. */
static void show_overruns(uint32_t now)
{
    if (now - shown_us < SHOW_US) return;
    shown_us = now;
    if (mode == TEXT && overruns != shown_overruns) {
        PRINT_PORT.print("# overruns: ");
        PRINT_PORT.println(overruns);
    }
    set_light(overruns != shown_overruns);
    shown_overruns = overruns;
}

#endif
