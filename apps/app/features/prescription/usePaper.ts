import { SourceSans3_400Regular } from '@expo-google-fonts/source-sans-3/400Regular';
import { SourceSans3_600SemiBold } from '@expo-google-fonts/source-sans-3/600SemiBold';
import { Asset } from 'expo-asset';
import { useCallback, useEffect, useRef, useState } from 'react';
import type { Paper } from '@zither/formats/paper';
import type { PaperAsked, PaperToMake, PaperTold } from './paperAsked.ts';

type Making = PaperToMake['kind'] | null;

/** A font file of the app's own, from the cache of the page. */
const fontBytes = async (font: number): Promise<ArrayBuffer> =>
  (await fetch(Asset.fromModule(font).uri)).arrayBuffer();

/** Makes the papers of a plan in a worker that starts with the first one; says which is being made and whether the last failed. */
export function usePaper(): {
  make: (paper: PaperToMake, size: Paper) => Promise<Uint8Array | null>;
  making: Making;
  hasFailed: boolean;
} {
  const worker = useRef<Worker | null>(null);
  const last = useRef(0);
  const [making, setMaking] = useState<Making>(null);
  const [hasFailed, setHasFailed] = useState(false);
  useEffect(
    () => () => {
      worker.current?.terminate();
      worker.current = null;
    },
    [],
  );
  const make = useCallback(async (paper: PaperToMake, size: Paper) => {
    setMaking(paper.kind);
    setHasFailed(false);
    try {
      const [regular, bold] = await Promise.all([
        fontBytes(SourceSans3_400Regular),
        fontBytes(SourceSans3_600SemiBold),
      ]);
      worker.current ??= new Worker(new URL('./paper.worker', import.meta.url));
      last.current += 1;
      const asked: PaperAsked = { id: last.current, paper, size, fonts: { regular, bold } };
      const told = await askOnce(worker.current, asked);
      if (told.kind === 'failed') throw new Error(told.why);
      return told.bytes;
    } catch {
      setHasFailed(true);
      return null;
    } finally {
      setMaking(null);
    }
  }, []);
  return { make, making, hasFailed };
}

function askOnce(worker: Worker, asked: PaperAsked): Promise<PaperTold> {
  return new Promise((resolve, reject) => {
    const listen = ({ data }: MessageEvent<PaperTold>) => {
      if (data.id !== asked.id) return;
      worker.removeEventListener('message', listen);
      resolve(data);
    };
    worker.addEventListener('message', listen);
    worker.addEventListener('error', () => reject(new Error('The worker did not start.')), {
      once: true,
    });
    worker.postMessage(asked, [asked.fonts.regular, asked.fonts.bold]);
  });
}
