import { useEffect, useRef, useState } from 'react';
import { api, type FileRequest } from '../../plan-session/api.ts';
import type { Progress } from '../../plan-session/streamed.ts';
import { saveBlob } from '../../ui/saveBlob.ts';

/** A file that is being made: how far it is, why it could not be, and a way to give it up. */
export interface FileMaking {
  readonly progress: Progress | null;
  readonly error: string | null;
  readonly make: (request: FileRequest) => void;
  readonly cancel: () => void;
}

/** Makes a file of the plan and saves it; `onSaved` is told its name. */
export function useFile(planId: string, onSaved: (name: string) => void): FileMaking {
  const [progress, setProgress] = useState<Progress | null>(null);
  const [error, setError] = useState<string | null>(null);
  const making = useRef<AbortController | null>(null);
  useEffect(() => () => making.current?.abort(), []);
  const make = (request: FileRequest) => {
    making.current?.abort();
    const controller = new AbortController();
    making.current = controller;
    setError(null);
    setProgress({ done: 0, what: '' });
    const onProgress = (progress: Progress) => {
      if (making.current === controller) setProgress(progress);
    };
    api
      .file(planId, request, { signal: controller.signal, onProgress })
      .then(({ name, content }) => {
        saveBlob(new Blob([content]), name);
        onSaved(name);
      })
      .catch((problem: unknown) => {
        if (!controller.signal.aborted) setError(problem instanceof Error ? problem.message : String(problem));
      })
      .finally(() => {
        if (making.current === controller) setProgress(null);
      });
  };
  return {
    progress,
    error,
    make,
    cancel: () => {
      making.current?.abort();
      setProgress(null);
    },
  };
}
