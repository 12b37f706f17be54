/*
 * What the board says and hears on PRINT_PORT: packets of counts, lines of text, commands; settings, on MIDI_PORT too
 * (docs/formats.md, "On the line"). C++ for a Wiring-style sketch, which includes it once, after it has said which ports these are,
 * PRINT_FRAMES, both rates, and where settings are kept.
 */
#ifndef CHEIRONOM_LINE_H
#define CHEIRONOM_LINE_H

#include "cheironom_port.h"
#include "cheironom_sysex.h"

/* Packets and text are sent for so long after they were last asked for, ms. */
static const uint16_t LEASE_MS = 3000;
/* Bytes of each line that are taken in one pass. */
static const uint8_t BYTES_AT_ONCE = 32;

enum { MIDI = 'M', TEXT = 'T', PACKETS = 'F', WHO = 'W' };
static const uint8_t FIRST_MODE = PRINT_FRAMES ? TEXT : MIDI;
static uint8_t mode = FIRST_MODE;
static uint16_t asked_ms;
/* Frames sent as packets so far. */
static uint16_t frames_sent;
static cheir_sysex from_print;

#if CHEIR_SETTABLE
#include "cheironom_keep.h"
static cheir_sysex from_midi;
#if defined(ALSO_PORT)
static cheir_sysex from_also;
#endif
#if defined(THIRD_PORT)
static cheir_sysex from_third;
#endif
#endif

/* Eight hex digits that change with whatever it plays. */
static const char *digest()
{
#if CHEIR_SETTABLE
    static char words[CHEIR_DIGEST_LETTERS + 1];
    uint32_t rest = cheir_digest();
    for (uint8_t i = CHEIR_DIGEST_LETTERS; i-- > 0; rest >>= 4) words[i] = "0123456789abcdef"[rest & 15u];
    return words;
#else
    return INSTRUMENT_DIGEST;
#endif
}

/* Digest of its instrument, scans a second, and what went wrong so far. */
static void say_who()
{
    if (mode == PACKETS) {
        /* What was sent before, in another form, ends here. */
        queue[0] = 0;
        PRINT_PORT.write(queue, 1);
        PRINT_PORT.write(queue, cheir_who_packet(micros(), digest(), INSTRUMENT_SCAN_HZ, INSTRUMENT_COLUMNS,
                                                 INSTRUMENT_CONTACTS, queue));
        PRINT_PORT.write(queue, cheir_health_packet(micros(), overruns, times_dropped, edges_missed, queue));
    }
    if (mode == TEXT) {
        PRINT_PORT.print("# board: ");
        PRINT_PORT.print(digest());
        PRINT_PORT.print(',');
        PRINT_PORT.println((uint32_t)INSTRUMENT_SCAN_HZ);
        PRINT_PORT.print("# health: ");
        PRINT_PORT.print(overruns);
        PRINT_PORT.print(',');
        PRINT_PORT.print(times_dropped);
        PRINT_PORT.print(',');
        PRINT_PORT.println((uint16_t)edges_missed);
    }
}

static void begin_mode()
{
    if (mode == MIDI) {
        begin_port(MIDI_BAUD);
        return;
    }
    PRINT_PORT.begin(PRINT_BAUD);
    say_who();
    if (mode == TEXT) PRINT_PORT.println("t_us," INSTRUMENT_NAMES);
}

/* What sounds ends before anything else is sent. */
static void change_mode(uint8_t to)
{
    if (mode == MIDI) fall_silent();
    mode = to;
    begin_mode();
}

static void take_command(uint8_t asked)
{
    if (asked == WHO) say_who();
    if (asked != MIDI && asked != TEXT && asked != PACKETS) return;
    asked_ms = now_ms();
    if (asked != mode) change_mode(asked);
}

#if CHEIR_ports
/* What comes in on MIDI_PORT, the first input, and on others. */
static void hear_midi(uint8_t input, uint8_t byte)
{
    if (mode == MIDI) put(cheir_byte(micros(), input, byte, out));
}

/* Takes what has come on an input that has a port of its own. */
template <typename Port> static void read_input(Port &port, uint8_t input)
{
    for (uint8_t n = 0; n < BYTES_AT_ONCE && port.available() > 0; n++) hear_midi(input, (uint8_t)port.read());
}
#endif

/* Whether a port is that for MIDI. */
template <typename Port> static bool is_midi(Port &port)
{
    return (const void *)&MIDI_PORT == (const void *)&port;
}

/* Takes what has come on a line, as much of it as there is time for. Returns a letter that asks for something, 0 for none. */
template <typename Port> static uint8_t read_line(Port &port, cheir_sysex &in)
{
    for (uint8_t n = 0; n < BYTES_AT_ONCE && port.available() > 0; n++) {
        uint8_t byte = (uint8_t)port.read();
#if CHEIR_ports && !defined(MIDI_IN_0)
        if (is_midi(port)) hear_midi(0, byte);
#endif
#if CHEIR_SETTABLE
        uint16_t room = is_busy() ? (uint16_t)0 : (uint16_t)sizeof(dump);
        uint8_t kind = cheir_sysex_byte(&in, byte, now_ms(), dump, room);
        if (kind == CHEIR_SYSEX_SETTINGS || kind == CHEIR_SYSEX_ASKS) hear_settings(port, kind, in.n);
#else
        uint8_t kind = cheir_sysex_byte(&in, byte, now_ms(), 0, 0);
#endif
        if (kind == CHEIR_SYSEX_COMMAND) return in.high;
    }
    return 0;
}

/* To be called in every pass, however late a scan is. */
static void read_lines()
{
    uint8_t asked = read_line(PRINT_PORT, from_print);
    if (asked != 0) take_command(asked);
#if CHEIR_SETTABLE
    /* What comes in is read while nothing plays, too: else the oldest of it would be heard afterwards. */
    if (!is_midi(PRINT_PORT) && (CHEIR_ports > 0 || mode == MIDI)) read_line(MIDI_PORT, from_midi);
#if defined(ALSO_PORT)
    read_line(ALSO_PORT, from_also);
#endif
#if defined(THIRD_PORT)
    read_line(THIRD_PORT, from_third);
#endif
#elif CHEIR_ports && !defined(MIDI_IN_0)
    if (!is_midi(PRINT_PORT)) read_input(MIDI_PORT, 0);
#endif
#if defined(MIDI_IN_0)
    read_input(MIDI_IN_0, 0);
#endif
#if CHEIR_ports > 1
    read_input(MIDI_IN_1, 1);
#endif
#if CHEIR_ports > 2
    read_input(MIDI_IN_2, 2);
#endif
#if CHEIR_ports > 3
    read_input(MIDI_IN_3, 3);
#endif
#if CHEIR_SETTABLE
#if CHEIR_learns
    keep_learnt();
#endif
    keep_on();
    give_on();
#endif
    if (mode != FIRST_MODE && (uint16_t)(now_ms() - asked_ms) > LEASE_MS) change_mode(FIRST_MODE);
}

#if INSTRUMENT_CONTACTS
/* A contact has changed. */
static void tell_edge(uint32_t now, uint8_t c, uint8_t is_closed)
{
    if (mode == MIDI) put(cheir_edge(now, c, is_closed, out));
    else if (mode == PACKETS) PRINT_PORT.write(queue, cheir_edge_packet(frames_sent, now, c, is_closed, queue));
    else {
        PRINT_PORT.print("# edge: ");
        PRINT_PORT.print(now);
        PRINT_PORT.print(',');
        PRINT_PORT.print(c);
        PRINT_PORT.print(',');
        PRINT_PORT.println(is_closed);
    }
}
#endif

/* All columns have been read. */
static void tell_frame(uint32_t now, uint16_t *counts)
{
    if (mode == MIDI) put(cheir_frame(now, counts, out));
    else if (mode == PACKETS)
        PRINT_PORT.write(queue, cheir_frame_packet(frames_sent++, now, counts, INSTRUMENT_COLUMNS, queue));
    else {
        PRINT_PORT.print(now);
        for (uint8_t c = 0; c != INSTRUMENT_COLUMNS; c++) {
            PRINT_PORT.print(',');
            PRINT_PORT.print(counts[c]);
        }
        PRINT_PORT.println();
    }
}

#endif
