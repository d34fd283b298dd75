/** What the core may ask of wherever it runs: a browser, one of its workers, or Node. */
declare namespace WebAssembly {
  type Exports = Record<string, unknown>;
  class Module {
    constructor(bytes: Uint8Array);
  }
  class Instance {
    constructor(module: Module, imports: Record<string, Record<string, unknown>>);
    readonly exports: Exports;
  }
  class Memory {
    readonly buffer: ArrayBuffer;
    grow(pages: number): number;
  }
}
declare class TextEncoder {
  encode(text: string): Uint8Array<ArrayBuffer>;
}
declare class AbortSignal {
  readonly aborted: boolean;
  throwIfAborted(): void;
}
declare function atob(base64: string): string;
declare function btoa(letters: string): string;
declare function structuredClone<T>(value: T): T;
