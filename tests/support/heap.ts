/**
 * Watches the memory of the next WASM module that is started.
 * @returns what tells the bytes it has now; 0 before it is started
 */
export function watchHeap(): () => number {
  let memory: WebAssembly.Memory | undefined
  const original = WebAssembly.instantiate as (...args: unknown[]) => Promise<WebAssembly.WebAssemblyInstantiatedSource>
  const watched = async (...args: unknown[]) => {
    const source = await original(...args)
    const found = Object.values(source.instance.exports).find((e) => e instanceof WebAssembly.Memory)
    memory ??= found as WebAssembly.Memory | undefined
    return source
  }
  Object.assign(WebAssembly, { instantiate: watched })
  return () => {
    Object.assign(WebAssembly, { instantiate: original })
    return memory?.buffer.byteLength ?? 0
  }
}
