import { readLandmarkCsv, refuse, type CaptureReading } from './landmarkCsv.ts';
import { readTrc, type UpAxis } from './trc.ts';

/** Reads a capture by what the file is: a marker file by its first word or its name, everything else as tidy landmark lines. */
export function readCaptureFile(name: string, text: string, up: UpAxis = 'y'): CaptureReading {
  if (text.trim() === '') return refuse(1, 'the file is empty.');
  if (/^\uFEFF?PathFileType/.test(text) || /\.trc$/i.test(name)) return readTrc(text, up);
  return readLandmarkCsv(text);
}
