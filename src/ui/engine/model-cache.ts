import type { Imported } from '@/core/formats/read-file'

/** Raised when the reader's output changes, so that older entries are read anew. */
const VERSION = 5
const STORE = 'models'

function open(): Promise<IDBDatabase> {
  return new Promise((resolve, reject) => {
    const request = indexedDB.open('anorak-imports', VERSION)
    request.onupgradeneeded = () => {
      for (const name of [...request.result.objectStoreNames]) request.result.deleteObjectStore(name)
      request.result.createObjectStore(STORE)
    }
    request.onsuccess = () => resolve(request.result)
    request.onerror = () => reject(request.error ?? new Error('IndexedDB'))
  })
}

async function run<T>(
  mode: IDBTransactionMode,
  work: (store: IDBObjectStore) => IDBRequest<T>,
): Promise<T | undefined> {
  try {
    const db = await open()
    return await new Promise((resolve) => {
      const request = work(db.transaction(STORE, mode).objectStore(STORE))
      request.onsuccess = () => resolve(request.result)
      request.onerror = () => resolve(undefined)
      request.transaction!.oncomplete = () => db.close()
    })
  } catch {
    return undefined // Without the cache, files are read again.
  }
}

/** Imported files as read, kept in the browser so that a project opens without reading its STEP files again. */
export const cached = (sha: string) => run<Imported | undefined>('readonly', (s) => s.get(sha))
export const cache = (sha: string, imported: Imported) => run('readwrite', (s) => s.put(imported, sha))
