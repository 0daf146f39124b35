// node theirLoudness.mjs RATE FILE…: loudness and true peak of channels, each a file of 32 bit floats, by a library
// from the registry. A program of its own: that library is a WebAssembly module, which Node.js loads behind flags.
import { readFileSync } from "node:fs";
import {
  ebur128_integrated_mono,
  ebur128_integrated_stereo,
  ebur128_true_peak_mono,
  ebur128_true_peak_stereo,
} from "ebur128-wasm/ebur128_wasm.js";

const [rate, ...files] = process.argv.slice(2);
const channels = files.map((f) => new Float32Array(readFileSync(f).buffer.slice(0)));
const [of, peak] =
  channels.length === 1
    ? [ebur128_integrated_mono, ebur128_true_peak_mono]
    : [ebur128_integrated_stereo, ebur128_true_peak_stereo];
console.log(
  JSON.stringify({ integrated: of(Number(rate), ...channels), truePeak: peak(Number(rate), ...channels) }),
);
