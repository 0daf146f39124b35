// What core needs of where it runs, and browsers, workers and Node.js all have.
// Nothing else is there: neither the DOM nor Node.js.
declare class TextDecoder {
  constructor(label?: string, options?: { readonly fatal?: boolean; readonly ignoreBOM?: boolean });
  decode(bytes?: Uint8Array): string;
}
declare class TextEncoder {
  encode(text: string): Uint8Array<ArrayBuffer>;
}
declare function structuredClone<T>(value: T): T;
