/*
 * Settings that come over a line: taken between two frames, kept a byte in each pass in which the memory is ready, answered then;
 * and given. Part of cheironom_line.h, for boards whose settings can be changed.
 */
#ifndef CHEIRONOM_KEEP_H
#define CHEIRONOM_KEEP_H

static uint8_t dump[CHEIR_DUMP_BYTES];

#if defined(STORE)
#define STORE_BYTES (2u * CHEIR_DUMP_BYTES)
#ifndef STORE_READY
#define STORE_READY 1
#endif
/* What stands for EEPROM in flash is begun with its size and committed; EEPROM itself knows neither. */
template <typename Memory> static auto begin_store(Memory &memory, int) -> decltype(memory.begin(STORE_BYTES), void())
{
    memory.begin(STORE_BYTES);
}
template <typename Memory> static void begin_store(Memory &, long) {}
template <typename Memory> static auto commit_store(Memory &memory, int) -> decltype(memory.commit(), void())
{
    memory.commit();
}
template <typename Memory> static void commit_store(Memory &, long) {}
static uint8_t read_store(uint16_t at)
{
    return (uint8_t)STORE.read((int)at);
}
static void write_store(uint16_t at, uint8_t byte)
{
    if (read_store(at) != byte) STORE.write((int)at, byte);
}
static void commit_all()
{
    commit_store(STORE, 0);
}
static const cheir_store store = {read_store, write_store, commit_all, CHEIR_DUMP_BYTES};
static cheir_keeper keeper = {&store, 0, 0, 0, 2, 0};

static bool is_keeping()
{
    return keeper.n > 0;
}
#else
static bool is_keeping()
{
    return false;
}
#endif

/* At power-up: plays with the settings that were kept last. */
static void recall_settings()
{
#if defined(STORE)
    begin_store(STORE, 0);
    if (STORE.length() >= STORE_BYTES) cheir_recall(&keeper, dump);
#endif
}

template <typename Port> static void send_sysex(Port &port, cheir_sysex_out message)
{
    for (uint8_t byte = 0; byte != 0xf7u;) {
        byte = cheir_sysex_next(&message);
        port.write(&byte, 1);
    }
}

/* Says what became of settings, in the form in which it sends. */
template <typename Port> static void answer(Port &port, uint8_t says)
{
    if (mode == MIDI) {
        cheir_sysex_out message = {&says, 1, 0, CHEIR_SYSEX_ANSWER, 0};
        /* Not between the bytes of a message. */
        wait_for_port(0);
        send_sysex(port, message);
    } else if (mode == TEXT) {
        PRINT_PORT.print("# settings: ");
        PRINT_PORT.println(says);
    } else PRINT_PORT.write(queue, cheir_answer_packet(micros(), says, queue));
}

#if defined(STORE)
/* Who is told when they are kept: whoever sent them; nobody where the board has measured them itself. */
enum { FOR_PRINT, FOR_MIDI, FOR_NOBODY };
static uint8_t kept_for;
#endif

/* Keeps a byte where the memory is ready for one, and answers when all are kept. */
static void keep_on()
{
#if defined(STORE)
    if (!is_keeping() || !STORE_READY || cheir_keep_on(&keeper)) return;
    if (kept_for == FOR_MIDI) answer(MIDI_PORT, CHEIR_ANSWER_TAKEN);
    if (kept_for == FOR_PRINT) answer(PRINT_PORT, CHEIR_ANSWER_TAKEN);
#endif
}

/* Settings that have come in whole. They are answered when they are kept, where they can be. */
template <typename Port> static void take_settings(Port &port, uint16_t n)
{
    uint8_t says = n > sizeof(dump) ? (uint8_t)CHEIR_ANSWER_NO_ROOM : cheir_change(dump, n);
    if (says == CHEIR_ANSWER_TAKEN) {
        says = CHEIR_ANSWER_TAKEN_FOR_NOW;
#if defined(STORE)
        if (STORE.length() >= STORE_BYTES && cheir_keep(&keeper, dump, n)) {
            kept_for = (const void *)&port == (const void *)&MIDI_PORT ? FOR_MIDI : FOR_PRINT;
            return;
        }
#endif
    }
    answer(port, says);
}

#if CHEIR_learns
/* What the button has measured is kept as soon as nothing else is; settings that are just coming in are damaged by it, and refused. */
static void keep_learnt()
{
#if defined(STORE)
    if (is_keeping() || !cheir_learnt() || STORE.length() < STORE_BYTES) return;
    if (cheir_keep(&keeper, dump, cheir_give_settings(dump))) kept_for = FOR_NOBODY;
#endif
}
#endif

/* Settings that go out in packets, a part in each pass: how many bytes of `dump`, and how many of them have gone. */
static uint16_t given_of;
static uint16_t given;

static void give_on()
{
    if (given == given_of) return;
    uint16_t left = (uint16_t)(given_of - given);
    uint8_t n = (uint8_t)(left < CHEIR_SETTINGS_AT_ONCE ? left : CHEIR_SETTINGS_AT_ONCE);
    /* Whoever no longer asks for packets wants no settings in them either. */
    if (mode != PACKETS) given = given_of;
    else {
        PRINT_PORT.write(queue, cheir_settings_packet(micros(), given_of, given, dump + given, n, queue));
        given = (uint16_t)(given + n);
    }
}

/* Whether `dump` holds settings that are still being kept, or given. */
static bool is_busy()
{
    return is_keeping() || given != given_of;
}

template <typename Port> static void give_settings(Port &port)
{
    fall_silent();
    cheir_sysex_out message = {dump, cheir_give_settings(dump), 0, CHEIR_SYSEX_SETTINGS, 0};
    send_sysex(port, message);
}

/* A message of settings, or for them, has ended. While some are being kept there is no room for others. */
template <typename Port> static void hear_settings(Port &port, uint8_t kind, uint16_t n)
{
    if (is_busy()) answer(port, CHEIR_ANSWER_BUSY);
    else if (kind == CHEIR_SYSEX_SETTINGS) take_settings(port, n);
    else if (mode == MIDI) give_settings(port);
    else if (mode == PACKETS) {
        given_of = cheir_give_settings(dump);
        given = 0;
    }
}

#endif
