import { strToU8, zlibSync } from 'fflate'
import type { Bitmap } from './raster'

const SIGNATURE = Uint8Array.of(0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a)

/** A picture of eight bits a channel, with opacity, not interlaced. */
const FORMAT = [8, 6, 0, 0, 0] as const

/** Pictures of one size after one another as a PNG that moves and goes on for ever (PNG Third Edition, W3C 2025). */
export class AnimatedPng {
  private readonly chunks: Uint8Array[] = []
  private before: Bitmap | null = null
  private frames = 0
  private sequence = 0

  constructor(private readonly width: number, private readonly height: number) {}

  add(bitmap: Bitmap, lastsMs: number): void {
    const { x, y, width, height } = this.before ? changed(this.before, bitmap) : { x: 0, y: 0, width: this.width, height: this.height }
    this.before = bitmap
    this.chunks.push(chunk('fcTL', numbers([this.sequence++, width, height, x, y]), Uint8Array.of(...shorts(Math.round(lastsMs)), ...shorts(1000), 0, 0)))
    const packed = zlibSync(filtered(cut(bitmap, { x, y, width, height }), width * 4), { level: 6 })
    // The first one is what shows where nothing moves.
    this.chunks.push(this.frames === 0 ? chunk('IDAT', packed) : chunk('fdAT', numbers([this.sequence++]), packed))
    this.frames++
  }

  bytes(): Uint8Array {
    const header = chunk('IHDR', numbers([this.width, this.height]), Uint8Array.from(FORMAT))
    return joined([SIGNATURE, header, chunk('acTL', numbers([this.frames, 0])), ...this.chunks, chunk('IEND')])
  }
}

interface Place {
  readonly x: number
  readonly y: number
  readonly width: number
  readonly height: number
}

/** The least rectangle outside which two pictures are the same; one pixel where they are the same all over. */
function changed(before: Bitmap, { width, height, data }: Bitmap): Place {
  const [was, now] = [new Uint32Array(before.data.buffer), new Uint32Array(data.buffer)]
  let [left, top, right, bottom] = [width - 1, height - 1, 0, 0]
  let isSame = true
  for (let at = 0; at < now.length; at++) {
    if (was[at] === now[at]) continue
    const [x, y] = [at % width, Math.floor(at / width)]
    isSame = false
    left = Math.min(left, x)
    right = Math.max(right, x)
    top = Math.min(top, y)
    bottom = Math.max(bottom, y)
  }
  return isSame ? { x: 0, y: 0, width: 1, height: 1 } : { x: left, y: top, width: right - left + 1, height: bottom - top + 1 }
}

function cut(bitmap: Bitmap, { x, y, width, height }: Place): Uint8Array {
  const rows = new Uint8Array(width * height * 4)
  for (let row = 0; row < height; row++) {
    const from = ((y + row) * bitmap.width + x) * 4
    rows.set(bitmap.data.subarray(from, from + width * 4), row * width * 4)
  }
  return rows
}

/** Each row as the difference to the one above it (filter 2). */
function filtered(data: Uint8Array, length: number): Uint8Array {
  const rows = data.length / length
  const differences = new Uint8Array(data.length + rows)
  for (let row = 0; row < rows; row++) {
    const [from, to] = [row * length, row * (length + 1)]
    differences[to] = 2
    for (let at = 0; at < length; at++) differences[to + 1 + at] = (data[from + at] ?? 0) - (row === 0 ? 0 : data[from + at - length] ?? 0)
  }
  return differences
}

function chunk(type: string, ...parts: readonly Uint8Array[]): Uint8Array {
  const named = joined([strToU8(type), ...parts])
  return joined([numbers([named.length - 4]), named, numbers([checksum(named)])])
}

const shorts = (value: number): readonly number[] => [(value >> 8) & 0xff, value & 0xff]

function numbers(values: readonly number[]): Uint8Array {
  const view = new DataView(new ArrayBuffer(values.length * 4))
  values.forEach((value, index) => view.setUint32(index * 4, value))
  return new Uint8Array(view.buffer)
}

function joined(parts: readonly Uint8Array[]): Uint8Array {
  const whole = new Uint8Array(parts.reduce((sum, { length }) => sum + length, 0))
  parts.reduce((at, part) => { whole.set(part, at); return at + part.length }, 0)
  return whole
}

const TABLE = Array.from({ length: 256 }, (_each, byte) => Array.from({ length: 8 }).reduce<number>((sum) => (sum & 1 ? 0xedb88320 ^ (sum >>> 1) : sum >>> 1), byte))

/** CRC-32 (PNG, annex D). */
const checksum = (bytes: Uint8Array): number => (bytes.reduce((sum, byte) => (TABLE[(sum ^ byte) & 0xff] ?? 0) ^ (sum >>> 8), 0xffffffff) ^ 0xffffffff) >>> 0
