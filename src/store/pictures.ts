import { database, type Database, type KeptPicture } from './database';

/** Keeps a picture, already of the size in which it is kept (ui/log/smaller-picture.ts). */
export const keepPicture = (picture: KeptPicture, db: Database = database()) => db.pictures.put(picture);

export const pictureOf = (id: string, db: Database = database()): Promise<KeptPicture | undefined> =>
  db.pictures.get(id);

export const picturesOf = (instrument: string, db: Database = database()): Promise<KeptPicture[]> =>
  db.pictures.where({ instrument }).toArray();
