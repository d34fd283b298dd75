const PAGE = 65_536;
/** Below this address lie the constants of the built code. */
const FLOOR = 4096;

/** Hands out stretches of a WebAssembly memory one after the other, aligned to 16 bytes. */
export class MemoryLayout {
  #end = FLOOR;

  /** The address of the next `bytes` bytes. */
  take(bytes: number): number {
    const at = this.#end;
    this.#end = Math.ceil((at + bytes) / 16) * 16;
    return at;
  }

  /** Makes the memory large enough for all that was taken. Views made before are no longer valid. */
  reserve(memory: WebAssembly.Memory): void {
    const missing = this.#end - memory.buffer.byteLength;
    if (missing > 0) memory.grow(Math.ceil(missing / PAGE));
  }
}

/** Starts code built by `npm run assemble`, with a memory of its own; undefined where there are no vector instructions. */
export function startAssembly(binary: string): WebAssembly.Exports | undefined {
  try {
    const bytes = Uint8Array.from(atob(binary), (letter) => letter.charCodeAt(0));
    const abort = (): never => {
      throw new Error('The vector code stopped.');
    };
    return new WebAssembly.Instance(new WebAssembly.Module(bytes), { env: { abort } }).exports;
  } catch {
    return undefined;
  }
}
