import { spawnSync } from 'node:child_process'
import {
  closeSync,
  mkdtempSync,
  openSync,
  rmSync,
  statfsSync,
  truncateSync,
  writeFileSync,
  writeSync,
} from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'

function run(command: string, ...args: string[]): string | null {
  const { status, stderr } = spawnSync(command, args, { encoding: 'utf8' })
  return status === 0 ? null : stderr || `${command} ended with ${status}`
}

/** EXT4_IOC_SHUTDOWN, and its flag by which nothing more is flushed (linux/ext4.h): what is not on the disk by then is lost. */
const CUT =
  'open(my $d, "<", $ARGV[0]) or die "$!\\n"; my $f = pack("L", 2); ioctl($d, 0x8004587D, $f) or die "$!\\n"'

const BALLAST = 'ballast'
const CHUNK = Buffer.alloc(2 ** 20, 1)

/** A file system of its own in a file, for whoever may mount one; its power can be cut. */
export class Disk {
  private constructor(
    private readonly under: string,
    readonly folder: string,
    private readonly image: string,
  ) {}

  /** Null, and why, where there cannot be one. */
  static make(megabytes: number): Disk | string {
    const under = mkdtempSync(join(tmpdir(), 'lamina-disk-'))
    const image = join(under, 'image')
    const folder = mkdtempSync(join(under, 'at-'))
    writeFileSync(image, '')
    truncateSync(image, megabytes * 2 ** 20)
    const disk = new Disk(under, folder, image)
    const fault = run('mkfs.ext4', '-q', '-F', image) ?? disk.mount()
    if (fault === null) return disk
    rmSync(under, { recursive: true, force: true })
    return fault
  }

  /** Gives why it could not be; null when it is. */
  mount(how: 'ro' | 'rw' = 'rw'): string | null {
    return run('mount', '-o', `loop,${how}`, this.image, this.folder)
  }

  /** What was not synced is lost, in the moment this is called. */
  cut(): void {
    const fault = run('perl', '-e', CUT, this.folder)
    if (fault) throw new Error(`The power could not be cut: ${fault}`)
  }

  /** Fills it up to so many megabytes, or to the last byte. */
  fill(left: number): void {
    const { bavail, bsize } = statfsSync(this.folder)
    const file = openSync(join(this.folder, BALLAST), 'w')
    try {
      for (let rest = bavail * bsize - left * 2 ** 20; rest > 0; rest -= CHUNK.length)
        writeSync(file, CHUNK, 0, Math.min(rest, CHUNK.length))
    } catch (error) {
      if ((error as NodeJS.ErrnoException).code !== 'ENOSPC') throw error
    } finally {
      closeSync(file)
    }
  }

  /** Takes away what it was filled with. */
  empty(): void {
    rmSync(join(this.folder, BALLAST))
  }

  unmount(): void {
    const fault = run('umount', this.folder)
    if (fault) throw new Error(fault)
  }

  end(): void {
    run('umount', this.folder)
    rmSync(this.under, { recursive: true, force: true })
  }
}
