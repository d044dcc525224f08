/* global Buffer */
// Reads a PDF from standard input by another library and prints what is on its pages: stroked lines and words, in mm from the upper left corner.
import { getDocument, OPS } from 'pdfjs-dist/legacy/build/pdf.mjs';

const chunks = [];
for await (const chunk of process.stdin) chunks.push(chunk);
const pdf = await getDocument({ data: new Uint8Array(Buffer.concat(chunks)), verbosity: 0 })
  .promise;
const MM = 25.4 / 72;
const STROKES = [OPS.stroke, OPS.closeStroke, OPS.fillStroke, OPS.eoFillStroke];

const times = ([a, b, c, d, e, f], [g, h, i, j, k, l]) => [
  a * g + c * h,
  b * g + d * h,
  a * i + c * j,
  b * i + d * j,
  a * k + c * l + e,
  b * k + d * l + f,
];

const pages = [];
for (let number = 1; number <= pdf.numPages; number += 1) {
  const page = await pdf.getPage(number);
  const [, , width, height] = page.view;
  const { fnArray, argsArray } = await page.getOperatorList();
  let now = { at: [1, 0, 0, 1, 0, 0], stroke: null };
  const kept = [];
  const lines = [];
  const place = (x, y) => {
    const [a, b, c, d, e, f] = now.at;
    return { x: (a * x + c * y + e) * MM, y: (height - (b * x + d * y + f)) * MM };
  };
  fnArray.forEach((fn, i) => {
    const args = argsArray[i];
    if (fn === OPS.save) kept.push({ ...now });
    else if (fn === OPS.restore) now = kept.pop() ?? now;
    else if (fn === OPS.transform) now.at = times(now.at, args);
    else if (fn === OPS.setStrokeRGBColor) now.stroke = args[0];
    else if (fn === OPS.constructPath && STROKES.includes(args[0])) {
      const [path] = args[1];
      const points = [];
      for (let k = 0; k < path.length;) {
        const op = path[k];
        const count = { 0: 2, 1: 2, 2: 6, 3: 4, 4: 0 }[op];
        if (count >= 2) points.push(place(path[k + count - 1], path[k + count]));
        k += 1 + count;
      }
      lines.push({ stroke: now.stroke, points });
    }
  });
  const { items } = await page.getTextContent();
  const fonts = new Set();
  fnArray.forEach((fn, i) => {
    if (fn === OPS.setFont) fonts.add(page.commonObjs.get(argsArray[i][0]).name);
  });
  pages.push({
    widthMm: width * MM,
    heightMm: height * MM,
    lines,
    words: items.map((item) => item.str).join(' '),
    fonts: [...fonts],
  });
}
process.stdout.write(JSON.stringify(pages));
