/*
 * Edges of contacts, each stamped when its pin interrupts, and taken between scans. C++ for a Wiring-style sketch, which includes it once,
 * after CONTACT_PINS, where its board has such pins.
 */
#ifndef CHEIRONOM_TIMED_EDGES_H
#define CHEIRONOM_TIMED_EDGES_H

/* Edges that may wait to be taken, and one. */
#define EDGES 16u
/* Some chips run what interrupts them from memory alone. */
#if defined(IRAM_ATTR)
#define IN_INTERRUPT IRAM_ATTR
#else
#define IN_INTERRUPT
#endif

struct timed_edge {
    uint32_t t_us;
    uint8_t contact, closed;
};
static volatile timed_edge edges[EDGES];
/* Where the next goes, which interrupts alone write, and where the oldest lies, which next_edge alone writes. */
static volatile uint8_t edges_in;
static volatile uint8_t edges_out;

/* To be called by a contact's interrupt. */
static void IN_INTERRUPT stamp_edge(uint8_t contact)
{
    uint8_t at = edges_in, next = (uint8_t)((at + 1u) % EDGES);
    /* Where so many wait, what is missed is found by looking at the pin. */
    if (next == edges_out) {
        edges_missed = (uint16_t)(edges_missed + 1u);
        return;
    }
    edges[at].t_us = micros();
    edges[at].contact = contact;
    edges[at].closed = digitalRead(CONTACT_PINS[contact]) == LOW;
    edges_in = next;
}

static bool edges_wait()
{
    return edges_out != edges_in;
}

/* Takes the oldest that waits: its time (us), its contact, 1 for closed. */
static timed_edge next_edge()
{
    uint8_t at = edges_out;
    timed_edge edge = {edges[at].t_us, edges[at].contact, edges[at].closed};
    edges_out = (uint8_t)((at + 1u) % EDGES);
    return edge;
}

#endif
