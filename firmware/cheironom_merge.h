/*
 * What a board plays itself, and what comes in on its ports, on one wire, by whole messages; src/core/engine/merge.ts is the same. A part of
 * cheironom.c, which alone includes it.
 */
#ifndef CHEIRONOM_MERGE_H
#define CHEIRONOM_MERGE_H

/* A system exclusive message whose next byte is later than this has been cut: 100 ms, ticks. */
#define LOCK_TICKS 6250u
/* What is still to come for as long as a message holds the wire, us: levels and gates wait for it as for any other backlog. */
#define LOCK_US 100000ul
#define END_OF_EXCLUSIVE 0xf7u

/* Writes a byte that passes at once. */
static OUT_OF_LINE UNUSED void pass(uint8_t byte)
{
    *now_out++ = byte;
    STATE(engine).backlog_us += BYTE_US;
}

#if CHEIR_merges

/* Whether a system exclusive message holds the wire. */
static UNUSED uint8_t is_locked(void)
{
    return COUNT(merges) != 0 && STATE(merges)[0].lock != 0;
}

/* A byte of the message that holds the wire passes. */
static void pass_holding(uint8_t port, uint8_t byte)
{
    STATE(merges)[0].lock = (uint8_t)(port + 1u);
    STATE(merges)[0].since = now_t;
    *now_out++ = byte;
    STATE(engine).backlog_us = LOCK_US;
}

/* The message that holds the wire ends, and what waited for it follows. */
static OUT_OF_LINE void unlock(void)
{
    cheir_merge_state *merge = &STATE(merges)[0];
    uint8_t i;
    *now_out++ = END_OF_EXCLUSIVE;
    for (i = 0; i != merge->n; i++) *now_out++ = merge->bytes[i];
    STATE(engine).backlog_us = (uint32_t)(merge->n + 1u) * BYTE_US;
    merge->n = merge->lock = 0;
}

/* The message that holds the wire is cut: what comes of it is passed over. */
static OUT_OF_LINE void cut(void)
{
    STATE(ports)[STATE(merges)[0].lock - 1u].stage = CHEIR_PORT_DROPPED;
    unlock();
}

/* What was written from `from` on waits, where a message holds the wire. */
static OUT_OF_LINE void park(uint8_t *from)
{
    cheir_merge_state *merge = &STATE(merges)[0];
    uint16_t own = (uint16_t)(now_out - from);
    uint16_t i;
    uint8_t before;
    if (own == 0 || !is_locked()) return;
    if (own <= (uint16_t)(sizeof merge->bytes - merge->n)) {
        for (i = 0; i != own; i++) merge->bytes[merge->n++] = from[i];
        now_out = from;
        return;
    }
    /* Behind what waited. */
    before = (uint8_t)(merge->n + 1u);
    for (i = own; i != 0; i--) from[before + i - 1u] = from[i - 1u];
    now_out = from;
    cut();
    now_out += own;
    STATE(engine).backlog_us += (uint32_t)own * BYTE_US;
}
#define PARK(from) park(from);

#else
#define PARK(from)
static inline uint8_t is_locked(void)
{
    return 0;
}
#endif

#endif
