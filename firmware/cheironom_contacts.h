/* Contacts with their debounce; src/core/engine/blocks/contacts.ts is the same. A part of cheironom.c, which alone includes it. */
#ifndef CHEIRONOM_CONTACTS_H
#define CHEIRONOM_CONTACTS_H

/* The bank of a contact, or the next one where it lies between two. */
static const cheir_contact_bank *bank_of_contact(uint8_t contact)
{
    const cheir_contact_bank *bank = IMAGE(contact_banks);
    while (contact >= U8(bank->lane) + U8(bank->lanes)) bank++;
    return bank;
}

/* The new state counts. What is held at power-up is mute until it has been let go, as a pad is. */
static OUT_OF_LINE void take_contact(uint8_t contact)
{
    cheir_contact_state *state = &STATE(contacts)[contact];
    const cheir_contact_bank *bank = bank_of_contact(contact);
    uint8_t lane = (uint8_t)(contact - U8(bank->lane));
    if (state->seen == state->taken) return;
    state->taken = state->seen;
    state->since = now_t;
    state->running = U16(bank->debounce_ticks) > 0;
    if (state->taken != U8(bank->rest)) {
        if (STATE(engine).discard > 0) state->muted = 1;
        else gate_opens(U8(bank->listener), U8(bank->listeners), lane, ONE);
    } else if (state->muted) state->muted = 0;
    else gate_closes(U8(bank->listener), U8(bank->listeners), lane);
}

/* Contacts whose debounce may be over: what they have come to rest at counts. */
static void contacts_frame(void)
{
    uint8_t i;
    for (i = 0; i != COUNT(contacts); i++) {
        cheir_contact_state *state = &STATE(contacts)[i];
        if (!state->running) continue;
        if ((uint16_t)(now_t - state->since) < U16(bank_of_contact(i)->debounce_ticks)) continue;
        state->running = 0;
        take_contact(i);
    }
}

static void contacts_start(void)
{
    uint8_t i;
    for (i = 0; i != COUNT(contacts); i++) {
        cheir_contact_state at_rest = {0, 0, 0, 0, 0};
        at_rest.seen = at_rest.taken = U8(bank_of_contact(i)->rest);
        STATE(contacts)[i] = at_rest;
    }
}

/* Takes an edge: at once, unless the contact changed so short a time before that it may bounce. One that was not measured plays nothing. */
static void contacts_edge(uint8_t contact, uint8_t closed)
{
    cheir_contact_state *state;
    if (contact >= COUNT(contacts) || contact < U8(bank_of_contact(contact)->lane)) return;
    state = &STATE(contacts)[contact];
    state->seen = closed != 0;
    if (!state->running) take_contact(contact);
}

static void contacts_expire(void)
{
    uint8_t i;
    for (i = 0; i != COUNT(contacts); i++) STATE(contacts)[i].since = LONG_AGO;
}

CHANGES_BY_ITSELF(contact_bank)
ALWAYS_SOUND(contact_bank)

#endif
