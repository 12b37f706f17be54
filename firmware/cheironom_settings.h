/*
 * Settings as a dump: checked, taken, given, and kept in two slots; src/core/exchange/settings/settings-dump.ts is the same. A part of
 * cheironom.c, which alone includes it.
 */
#ifndef CHEIRONOM_SETTINGS_H
#define CHEIRONOM_SETTINGS_H

#include <string.h>

#define HEAD_BYTES ((uint16_t)sizeof(cheir_settings_head))

/* Digest of the instrument whose settings are played. */
static uint32_t now_digest = DIGEST;

uint32_t cheir_digest(void)
{
    return now_digest;
}

/* CRC-32 (ISO 3309) by half bytes: a table of whole bytes would take a kilobyte. */
static uint32_t crc_on(uint32_t crc, uint8_t byte)
{
    static const uint32_t half[16] = {
        0x00000000ul, 0x1db71064ul, 0x3b6e20c8ul, 0x26d930acul, 0x76dc4190ul, 0x6b6b51f4ul, 0x4db26158ul, 0x5005713cul,
        0xedb88320ul, 0xf00f9344ul, 0xd6d6a3e8ul, 0xcb61b38cul, 0x9b64c2b0ul, 0x86d3d2d4ul, 0xa00ae278ul, 0xbdbdf21cul};
    crc = (crc >> 4) ^ half[(crc ^ byte) & 15u];
    return (crc >> 4) ^ half[(crc ^ (uint32_t)(byte >> 4)) & 15u];
}

/* Of a head, its own place taken as 0: the beginning of the check over a whole dump. */
static uint32_t crc_of_head(const cheir_settings_head *head)
{
    cheir_settings_head blank = *head;
    const uint8_t *byte = (const uint8_t *)&blank;
    uint32_t crc = 0xffffffffu;
    uint16_t i;
    blank.crc = 0;
    for (i = 0; i != HEAD_BYTES; i++) crc = crc_on(crc, byte[i]);
    return crc;
}

static uint32_t crc_of(const uint8_t *dump, const cheir_settings_head *head)
{
    uint32_t crc = crc_of_head(head);
    uint16_t i;
    for (i = 0; i != head->length; i++) crc = crc_on(crc, dump[HEAD_BYTES + i]);
    return (uint32_t)~crc;
}

#define BYTES_OF(part, record) ((uint16_t)(COUNT(part) * CHEIR_BYTES_OF_##record))

/* Bytes of the settings before tables and stairs. */
static uint16_t bytes_of_records(void)
{
    uint16_t n = 0;
#define ADD_PART(part, record) n = (uint16_t)(n + BYTES_OF(part, record));
    CHEIR_PARTS_IN(ADD_PART)
    return n;
}

static uint16_t word_at(const uint8_t *at)
{
    return (uint16_t)(at[0] | ((uint16_t)at[1] << 8));
}

#define SOUND_PART(part, record)                                               \
    for (i = 0; i != COUNT(part); i++) {                                       \
        cheir_##record next = IMAGE(part)[i];                                  \
        from = take_##record(&next, from);                                     \
        if (!record##_is_sound(&next, &IMAGE(part)[i], tables, stairs)) return 0; \
    }

/* Whether records point to tables and stairs that are there, and say only what MIDI can carry. */
static uint8_t is_sound(const uint8_t *from, uint16_t tables, uint16_t stairs)
{
    uint16_t n;
    uint8_t i = 0;
    (void)i, (void)stairs;
    CHEIR_PARTS_IN(SOUND_PART)
    for (from += 2, n = tables; n != 0; n--, from += 2)
        if (word_at(from) > ONE) return 0;
    return 1;
}

uint8_t cheir_check_settings(const uint8_t *dump, uint16_t n)
{
    const uint8_t *body = dump + HEAD_BYTES;
    uint16_t records = bytes_of_records();
    cheir_settings_head head;
    uint32_t tables, stairs;
    if (n < HEAD_BYTES) return CHEIR_ANSWER_DAMAGED;
    memcpy(&head, dump, HEAD_BYTES);
    if (head.magic != CHEIR_DUMP_MAGIC || head.layout != CHEIR_LAYOUT_VERSION) return CHEIR_ANSWER_NO_SETTINGS;
    if (head.length != n - HEAD_BYTES || crc_of(dump, &head) != head.crc) return CHEIR_ANSWER_DAMAGED;
    if (head.structure != STRUCTURE) return CHEIR_ANSWER_OTHER_STRUCTURE;
    if (head.length < records + 4u) return CHEIR_ANSWER_DAMAGED;
    tables = word_at(body + records);
    if (records + 4u + 2u * tables > head.length) return CHEIR_ANSWER_DAMAGED;
    stairs = word_at(body + records + 2u + 2u * tables);
    if (records + 4u + 2u * (tables + stairs) != head.length) return CHEIR_ANSWER_DAMAGED;
    if (tables > TABLES_ROOM || stairs > STAIRS_ROOM) return CHEIR_ANSWER_NO_ROOM;
    return is_sound(body, (uint16_t)tables, (uint16_t)stairs) ? CHEIR_ANSWER_TAKEN : CHEIR_ANSWER_DAMAGED;
}

uint8_t cheir_change(const uint8_t *dump, uint16_t n)
{
    uint8_t answer = cheir_check_settings(dump, n);
    if (answer != CHEIR_ANSWER_TAKEN) return answer;
    change_settings(dump + HEAD_BYTES);
    memcpy(&now_digest, dump + offsetof(cheir_settings_head, digest), sizeof now_digest);
    return answer;
}

static uint8_t *give_words(const uint16_t *of, uint16_t n, uint8_t *to)
{
    uint16_t i;
    *to++ = (uint8_t)(n & 0xffu);
    *to++ = (uint8_t)(n >> 8);
    for (i = 0; i != n; i++) {
        *to++ = (uint8_t)(of[i] & 0xffu);
        *to++ = (uint8_t)(of[i] >> 8);
    }
    return to;
}

#define GIVE_PART(part, record) \
    for (i = 0; i != COUNT(part); i++) to = give_##record(&IMAGE(part)[i], to);

static void write_head(uint8_t *dump, uint32_t build, uint32_t sequence, uint32_t digest, uint16_t length)
{
    cheir_settings_head head;
    head.magic = CHEIR_DUMP_MAGIC;
    head.structure = STRUCTURE;
    head.digest = digest;
    head.build = build;
    head.sequence = sequence;
    head.layout = CHEIR_LAYOUT_VERSION;
    head.length = length;
    head.crc = crc_of(dump, &head);
    memcpy(dump, &head, HEAD_BYTES);
}

uint16_t cheir_give_settings(uint8_t *dump)
{
    uint8_t *to = dump + HEAD_BYTES;
    uint8_t i = 0;
    (void)i;
    CHEIR_PARTS_IN(GIVE_PART)
    to = give_words(IMAGE(tables), tables_n, to);
    to = give_words(IMAGE(stairs), stairs_n, to);
    write_head(dump, 0, 0, now_digest, (uint16_t)((uint16_t)(to - dump) - HEAD_BYTES));
    return (uint16_t)(to - dump);
}

/* Reads the head of a slot. Returns whether all of it is as it was written, by this build: another brings settings of its own. */
static uint8_t read_slot(const cheir_store *store, uint16_t at, cheir_settings_head *head)
{
    uint8_t *byte = (uint8_t *)head;
    uint32_t crc;
    uint16_t i;
    for (i = 0; i != HEAD_BYTES; i++) byte[i] = store->read((uint16_t)(at + i));
    if (head->magic != CHEIR_DUMP_MAGIC || head->layout != CHEIR_LAYOUT_VERSION || head->structure != STRUCTURE) return 0;
    if (head->build != DIGEST) return 0;
    if (head->length > store->slot_bytes - HEAD_BYTES) return 0;
    crc = crc_of_head(head);
    for (i = 0; i != head->length; i++) crc = crc_on(crc, store->read((uint16_t)(at + HEAD_BYTES + i)));
    return (uint32_t)~crc == head->crc;
}

/* The slot that counts: the newest that is whole. 2 where none is; its head goes to `head`. */
static uint8_t newest_slot(const cheir_store *store, cheir_settings_head *head)
{
    cheir_settings_head other;
    uint8_t first = read_slot(store, 0, head);
    uint8_t second = read_slot(store, store->slot_bytes, &other);
    if (!second) return first ? 0 : 2;
    if (first && (int32_t)(head->sequence - other.sequence) > 0) return 0;
    *head = other;
    return 1;
}

uint8_t cheir_recall(cheir_keeper *keeper, uint8_t *dump)
{
    const cheir_store *store = keeper->store;
    cheir_settings_head head;
    uint16_t at, i;
    keeper->slot = newest_slot(store, &head);
    keeper->n = 0;
    if (keeper->slot == 2) return 0;
    keeper->sequence = head.sequence;
    at = keeper->slot == 1 ? store->slot_bytes : 0;
    for (i = 0; i != (uint16_t)(HEAD_BYTES + head.length); i++) dump[i] = store->read((uint16_t)(at + i));
    return cheir_change(dump, (uint16_t)(HEAD_BYTES + head.length)) == CHEIR_ANSWER_TAKEN;
}

uint8_t cheir_keep(cheir_keeper *keeper, uint8_t *dump, uint16_t n)
{
    cheir_settings_head own;
    if (n < HEAD_BYTES || n > keeper->store->slot_bytes) return 0;
    memcpy(&own, dump, HEAD_BYTES);
    keeper->sequence = keeper->slot == 2 ? 1 : keeper->sequence + 1u;
    keeper->slot = keeper->slot == 0;
    keeper->dump = dump;
    keeper->n = n;
    keeper->at = 0;
    write_head(dump, DIGEST, keeper->sequence, own.digest, (uint16_t)(n - HEAD_BYTES));
    return 1;
}

/* The head last: until it is there, the other slot counts. */
uint8_t cheir_keep_on(cheir_keeper *keeper)
{
    const cheir_store *store = keeper->store;
    uint16_t i;
    if (keeper->n == 0) return 0;
    i = (uint16_t)(keeper->at + HEAD_BYTES);
    if (i >= keeper->n) i = (uint16_t)(i - keeper->n);
    store->write((uint16_t)((keeper->slot == 1 ? store->slot_bytes : 0) + i), keeper->dump[i]);
    if (++keeper->at != keeper->n) return 1;
    keeper->n = 0;
    if (store->commit) store->commit();
    return 0;
}

#endif
