import { BufferTarget, Output, VideoSample, VideoSampleSource, WebMOutputFormat } from 'mediabunny'
import type { FilmFrame } from '@rheoscope/core/exchange'

/** So many bits a second for each pixel keep letters and edges clear. */
const BITS_A_PIXEL = 8

/** Pictures of one size as a film (WebM with VP9), by the encoder of the browser. Throws where it has none. */
export async function filmOf(frames: Iterable<FilmFrame>): Promise<Uint8Array> {
  const target = new BufferTarget()
  const output = new Output({ format: new WebMOutputFormat(), target })
  let source: VideoSampleSource | null = null
  for (const { bitmap: { width, height, data }, atMs, lastsMs } of frames) {
    if (!source) {
      source = new VideoSampleSource({ codec: 'vp9', bitrate: width * height * BITS_A_PIXEL, keyFrameInterval: 2 })
      output.addVideoTrack(source)
      await output.start()
    }
    const sample = new VideoSample(data, { format: 'RGBX', codedWidth: width, codedHeight: height, timestamp: atMs / 1000, duration: lastsMs / 1000 })
    await source.add(sample)
    sample.close()
  }
  await output.finalize()
  return new Uint8Array(target.buffer ?? new ArrayBuffer(0))
}
