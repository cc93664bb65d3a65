import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { Mic, Square } from 'lucide-react';
import { useRef, useState } from 'react';
import { api, type Schemas } from '../../../../api/client';
import { PlaySound } from '../../../../parts/PlaySound';
import { ProblemNote } from '../../../../parts/ProblemNote';
import { asLineSound, record } from '../../../../parts/sound';

type Sound = Schemas['SoundView'];

/** Words that are spoken, a sound of the house, a file, or what is recorded here. */
export function SoundChoice({
  chosen,
  onChoose,
}: {
  chosen: number | null;
  onChoose: (sound: Sound | undefined) => void;
}) {
  const queries = useQueryClient();
  const file = useRef<HTMLInputElement>(null);
  const [recording, setRecording] = useState<{ stop: () => Promise<Blob> }>();
  const sounds = useQuery({
    queryKey: ['sounds'],
    queryFn: () => api.get<Sound[]>('/sounds'),
  });
  const add = useMutation({
    mutationFn: async ({ blob, name }: { blob: Blob; name: string }) => {
      const sound = await asLineSound(blob).catch(() => {
        throw new Error('This file has no sound that the browser can read. Nothing was kept.');
      });
      const form = new FormData();
      form.append('file', sound, 'sound.wav');
      return api.upload<Sound>(`/sounds?name=${encodeURIComponent(name)}`, form);
    },
    onSuccess: async (sound) => {
      await queries.invalidateQueries({ queryKey: ['sounds'] });
      onChoose(sound);
    },
  });
  const begin = useMutation({
    mutationFn: async () => setRecording(await record()),
  });
  const end = async () => {
    const blob = await recording?.stop();
    setRecording(undefined);
    if (blob) {
      add.mutate({ blob, name: `recorded ${new Date().toLocaleString('en-GB')}` });
    }
  };
  return (
    <div className="mb-2 flex flex-wrap items-center gap-2">
      <select
        className="select select-sm w-72"
        aria-label="What is said"
        value={chosen ?? ''}
        onChange={(event) =>
          onChoose(sounds.data?.find((one) => one.id === Number(event.target.value)))
        }
      >
        <option value="">words, spoken for each person</option>
        {sounds.data?.map((one) => (
          <option key={one.id} value={one.id}>
            {one.name} · {one.seconds} s
          </option>
        ))}
      </select>
      <input
        ref={file}
        type="file"
        className="hidden"
        accept="audio/*,.wav,.mp3,.m4a"
        aria-label="Sound file"
        onChange={(event) => {
          const one = event.target.files?.[0];
          if (one) {
            add.mutate({ blob: one, name: one.name });
          }
          event.target.value = '';
        }}
      />
      <button className="btn btn-sm" disabled={add.isPending} onClick={() => file.current?.click()}>
        {add.isPending ? 'Reading…' : 'A sound file'}
      </button>
      <button
        className="btn btn-sm"
        disabled={add.isPending || begin.isPending}
        onClick={() => (recording ? void end() : begin.mutate())}
      >
        {recording ? (
          <Square size={13} fill="currentColor" aria-hidden />
        ) : (
          <Mic size={14} aria-hidden />
        )}
        {recording ? 'Stop and keep it' : 'Record'}
      </button>
      {chosen !== null && <PlaySound words="Play" path={`/sounds/${chosen}/sound.wav`} />}
      <ProblemNote error={add.error ?? begin.error} />
    </div>
  );
}
