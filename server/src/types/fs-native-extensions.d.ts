declare module 'fs-native-extensions' {
  /** Locks a file for this process, if no other holds it; the system gives it back when the file is closed or the process ends. */
  export function tryLock(file: number): boolean
}
