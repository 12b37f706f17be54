/* What the wire still has to send; src/core/engine/wire.ts is the same. A part of cheironom.c, which alone includes it. */
#ifndef CHEIRONOM_WIRE_H
#define CHEIRONOM_WIRE_H

/* Status bytes, channel 0. */
#define NOTE_OFF 0x80u
#define NOTE_ON 0x90u
#define CONTROL_CHANGE 0xb0u
#define PROGRAM_CHANGE 0xc0u
#define CHANNEL_PRESSURE 0xd0u
#define PITCH_BEND 0xe0u
/* Controllers that end what a receiver hears. */
#define SUSTAIN 64u
#define ALL_NOTES_OFF 123u

/*
 * Levels wait while the wire needs longer than this for what was sent; what the gates of levels and strikes have to tell
 * waits while it needs longer than that.
 */
#define MOST_BACKLOG_US 1900u
#define MOST_BACKLOG_OF_NOTES_US 2870u
/* What looking up a value is charged for that turns out to be worth no message: so no frame looks up many. */
#define LOOKED_UP_BYTES 3u

static inline uint8_t wire_is_free(void)
{
    return STATE(engine).backlog_us <= MOST_BACKLOG_US;
}

static inline uint8_t wire_takes_note(void)
{
    return STATE(engine).backlog_us <= MOST_BACKLOG_OF_NOTES_US;
}

/* Whatever settings came over the line, no data byte looks like a status. */
static OUT_OF_LINE UNUSED void send3(uint8_t status, uint8_t first, uint8_t second)
{
    uint8_t *out = now_out;
    out[0] = status;
    out[1] = first & 0x7fu;
    out[2] = second & 0x7fu;
    now_out = out + 3;
    STATE(engine).backlog_us += 3ul * BYTE_US;
}

#if CHEIR_pressure || CHEIR_ports
/* Two bytes: pressure of a channel, what passes. */
static OUT_OF_LINE UNUSED void send2(uint8_t status, uint8_t first)
{
    *now_out++ = status;
    *now_out++ = first & 0x7fu;
    STATE(engine).backlog_us += 2ul * BYTE_US;
}
#endif

/* A value was looked up, and not sent. */
static inline void charge_look_up(void)
{
    STATE(engine).backlog_us += (uint32_t)LOOKED_UP_BYTES * BYTE_US;
}

static inline void drain(uint32_t passed_us)
{
    uint32_t backlog = STATE(engine).backlog_us;
    STATE(engine).backlog_us = backlog > passed_us ? backlog - passed_us : 0;
}

#endif
