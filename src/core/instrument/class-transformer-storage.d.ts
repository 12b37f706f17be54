/** The package ships this module without types; only the JSON Schema generator's option reads it. */
declare module 'class-transformer/cjs/storage' {
  import type { IOptions } from 'class-validator-jsonschema/build/options';
  export const defaultMetadataStorage: IOptions['classTransformerMetadataStorage'];
}
