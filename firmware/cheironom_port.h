/*
 * What goes out on MIDI_PORT, and on others at the same time: queued, so that writing never waits. C++ for a Wiring-style
 * sketch, which includes it once, after it has said which port MIDI_PORT is.
 */
#ifndef CHEIRONOM_PORT_H
#define CHEIRONOM_PORT_H

#include "cheironom.h"
#include "cheironom_frames.h"
#include "cheironom_wait.h"
#include "instrument.h"

/* A byte of the runtime's as it goes out. */
#ifndef AS_SENT
#define AS_SENT(byte) (byte)
#endif

/* What the runtime writes. */
static uint8_t out[INSTRUMENT_MAX_BYTES];
/* What the port has not taken yet; while packets are sent, the packet at hand. */
#define QUEUE_BYTES (INSTRUMENT_MAX_BYTES + 64u)
#define PACKET_BYTES CHEIR_PACKET_ROOM(INSTRUMENT_COLUMNS)
static uint8_t queue[QUEUE_BYTES > PACKET_BYTES ? QUEUE_BYTES : PACKET_BYTES];
static uint16_t queue_from;
static uint16_t queued;
/* Whether the port says how much it takes, as it does at once where it can; else a write waits for it. */
static uint8_t port_says;
/* Whether what was sent was dropped: the receiver may hold notes that nothing ends. */
static uint8_t dropped;
/* Since power-up: scans that came a whole period late, times that something was dropped, edges that found no room. */
static uint32_t overruns;
static uint16_t times_dropped;
static volatile uint16_t edges_missed;

#if defined(ALSO_PORT)
#include "cheironom_ways_out.h"
#else
static bool port_takes()
{
    if (MIDI_PORT.availableForWrite() <= 0) return !port_says;
    port_says = 1;
    return true;
}

static void send_byte(uint8_t byte)
{
    MIDI_PORT.write(&byte, 1);
}
#endif

static void send_queued()
{
#if defined(PORTS_HOLD)
    /* What a port has of before goes, too. */
    if (queued == 0) port_takes();
#endif
    while (queued > 0 && port_takes()) {
        send_byte(queue[queue_from]);
        queue_from = (uint16_t)((queue_from + 1u) % sizeof(queue));
        queued--;
    }
}

/* Waits until so many bytes at most have to be sent; what a port does not take for long is dropped. */
static void wait_for_port(uint16_t most)
{
    uint16_t left = queued;
    uint16_t since_ms = now_ms();
    while (queued > most) {
        send_queued();
        if (queued != left) {
            left = queued;
            since_ms = now_ms();
        } else if ((uint16_t)(now_ms() - since_ms) > STUCK_MS) {
            queued = 0;
            dropped = 1;
            times_dropped++;
        }
    }
}

/* Sends n bytes of `out`. The runtime lets no more out than the wire takes: only a flood of notes waits here. */
static void put(uint16_t n)
{
    for (uint16_t i = 0; i < n; i++) {
        if (queued == sizeof(queue)) wait_for_port((uint16_t)(sizeof(queue) - 1u));
        queue[(queue_from + queued++) % sizeof(queue)] = AS_SENT(out[i]);
    }
    send_queued();
}

/* Begins to play on a port that is as new: what a receiver may hold from before ends. */
static void begin_port(uint32_t baud)
{
    MIDI_PORT.begin(baud);
#if defined(ALSO_PORT)
    ALSO_PORT.begin(baud);
#endif
#if defined(THIRD_PORT)
    THIRD_PORT.begin(baud);
#endif
    port_says = MIDI_PORT.availableForWrite() > 0;
    queued = queue_from = 0;
    cheir_start();
    put(cheir_end_all(out));
#if defined(FIRST_SCENE)
    put(cheir_scene(FIRST_SCENE, out));
#endif
}

/* To be called in every pass while MIDI is sent. */
static void go_on_sending()
{
    send_queued();
    if (!dropped || queued > 0 || !port_takes()) return;
    dropped = 0;
    put(cheir_end_all(out));
}

/* What sounds ends, whatever a receiver has missed, and is on its way. */
static void fall_silent()
{
    put(cheir_silence(out));
    for (uint16_t n = cheir_end_owed(out); n > 0; n = cheir_end_owed(out)) put(n);
    put(cheir_end_all(out));
    wait_for_port(0);
}

#endif
