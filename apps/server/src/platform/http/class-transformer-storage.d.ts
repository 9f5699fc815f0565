declare module 'class-transformer/cjs/storage.js' {
  export const defaultMetadataStorage: { findTypeMetadata(target: unknown, property: string): unknown };
}
