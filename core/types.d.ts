/** Used only by tests, as a second unit library. */
declare module '@lhncbc/ucum-lhc' {
  export class UcumLhcUtils {
    static getInstance(): UcumLhcUtils;
    convertUnitTo(from: string, value: number, to: string): { toVal: number | null };
  }
}

/** In every browser and in Node.js; not in the ECMAScript library core is compiled against. */
declare function structuredClone<T>(value: T): T;

/** class-transformer's own store, which the schema generator reads; it has no types of its own. */
declare module 'class-transformer/cjs/storage.js' {
  import type { MetadataStorage } from 'class-transformer/types/MetadataStorage';
  export const defaultMetadataStorage: MetadataStorage;
}

/** Psychrometrics by the formulas of the ASHRAE Handbook—Fundamentals (2017); it has no types of its own. */
declare module 'psychrolib' {
  const psychrolib: {
    SI: number;
    SetUnitSystem(system: number): void;
    /** Pa, at a temperature in °C. */
    GetSatVapPres(tC: number): number;
    /** Pa, at a temperature in °C and a relative humidity from 0 to 1. */
    GetVapPresFromRelHum(tC: number, relHum: number): number;
    /** °C, at a temperature in °C and a vapour pressure in Pa. */
    GetTDewPointFromVapPres(tC: number, vapPres: number): number;
  };
  export default psychrolib;
}
