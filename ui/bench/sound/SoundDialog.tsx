"use client";
import { soundFacts } from "@/core/facts/move";
import { useEffect, useState, type DragEvent } from "react";
import { Modal } from "react-bootstrap";
import { PaperDialog } from "@/ui/parts/PaperDialog";
import type { Design, Sound } from "@/core/document/design";
import { freshId, idFrom } from "@/core/edit/blank";
import { soundDeeds } from "@/core/facts/inspector-deeds";
import { useHouse } from "@/ui/house/use-house";
import { upload } from "@/ui/parts/upload";
import { Notice } from "@/ui/parts/Notice";
import type { StagePlayer } from "@/ui/stage/player";
import { NumberLine } from "../page/rows";
import { useBench, useBenchStore } from "../store";
import { CueList } from "./CueList";
import { FoundCues } from "./FoundCues";
import { loadSound } from "./heard";
import { SpokenLine } from "./SpokenLine";
import { Waveform } from "./Waveform";

type PutSound = (next: Sound | undefined, merge?: boolean) => void;

function usePutSound(): PutSound {
  const store = useBenchStore();
  return (next, merge = false) => {
    const recipe = (draft: Design) => {
      if (next) draft.sound = next;
      else delete draft.sound;
    };
    store.getState().edit("Sound", recipe, merge ? "sound" : undefined);
  };
}

/** Takes a file in: uploads it, enters it in the house style where it is new there, and puts it under the design. */
function useTakenFile(put: PutSound) {
  const store = useBenchStore();
  const editor = useHouse();
  const [fault, setFault] = useState<string>();
  const [busy, setBusy] = useState(false);
  const take = async (file: File | undefined) => {
    if (!file) return;
    setBusy(true);
    setFault(undefined);
    try {
      const made = await upload(file);
      if (made.kind !== "sound") throw new Error(`${file.name} is not a sound file.`);
      const { house } = store.getState();
      const known = house.sounds.find(({ hash }) => hash === made.sound.hash);
      const id = known?.id ?? freshId(idFrom(made.name, "sound"), new Set(house.sounds.map((other) => other.id)));
      if (!known) {
        const entered = { id, name: made.name.slice(0, 80), ...made.sound };
        editor.edit((draft) => void draft.sounds.push(entered));
        store.setState({ house: { ...house, sounds: [...house.sounds, entered] } });
      }
      put({ sound: id, from: 0, gain: 1 });
    } catch (error) {
      setFault((error as Error).message);
    }
    setBusy(false);
  };
  return { take: (file: File | undefined) => void take(file), busy, fault: fault ?? editor.fault };
}

/** The sound under the design, the cues in it, and the sentence that is spoken to them. */
export function SoundDialog({ player, onClose }: { player: StagePlayer; onClose: () => void }) {
  const sound = useBench((state) => state.document.sound);
  const stored = useBench((state) => state.house.sounds.find(({ id }) => id === sound?.sound));
  const put = usePutSound();
  const taken = useTakenFile(put);
  const [unread, setUnread] = useState<string>();
  const buffer = useSound(stored?.hash, setUnread);
  const fault = taken.fault ?? unread;
  const drop = (event: DragEvent) => {
    event.preventDefault();
    taken.take(event.dataTransfer.files[0]);
  };
  return (
    <PaperDialog title="Sound and cues" onClose={onClose} size="xl">
      <Modal.Body className="sound" onDragOver={(event) => event.preventDefault()} onDrop={drop}>
        <ChooseSound sound={sound} put={put} busy={taken.busy} take={taken.take} />
        {fault && <Notice weight="stop">{fault}</Notice>}
        {sound && stored && (
          <>
            <Waveform player={player} buffer={buffer} sound={sound} onChange={put} />
            <SoundFacts sound={sound} durationS={stored.durationS} onChange={put} />
          </>
        )}
        <div className="sound__sides d-grid gap-32 mt-16">
          <section aria-label="Cues">
            <h3 className="rubric">Cues</h3>
            <FoundCues buffer={buffer} sound={sound} />
            <CueList player={player} />
          </section>
          <SpokenLine />
        </div>
      </Modal.Body>
    </PaperDialog>
  );
}

/** One of the house's sounds, none, or a file of one's own. */
function ChooseSound(props: {
  sound: Sound | undefined;
  put: PutSound;
  busy: boolean;
  take: (file: File | undefined) => void;
}) {
  const { sound, put, busy, take } = props;
  const house = useBench((state) => state.house);
  return (
    <div className="sound__choose align-items-center d-flex gap-12">
      <label>
        Sound{" "}
        <select
          data-help={soundDeeds.designSound.help}
          className="form-select form-select-sm"
          aria-label={soundDeeds.designSound.label}
          value={sound?.sound ?? ""}
          onChange={(event) =>
            put(event.target.value === "" ? undefined : { sound: event.target.value, from: 0, gain: 1 })
          }
        >
          <option value="">no sound</option>
          {house.sounds.map(({ id, name, durationS }) => (
            <option key={id} value={id}>
              {name}, {durationS.toFixed(1)} s
            </option>
          ))}
        </select>
      </label>
      <label className="chip">
        {busy ? "Uploading …" : "Replace file"}
        <input
          data-help={soundDeeds.uploadSound.help}
          type="file"
          accept="audio/*,.wav,.mp3,.m4a"
          className="visually-hidden"
          disabled={busy}
          onChange={(event) => take(event.target.files?.[0])}
        />
      </label>
      <small>or drop one here: WAV, MP3 or M4A</small>
    </div>
  );
}

/** From where to where it is heard, and how loud. */
function SoundFacts({ sound, durationS, onChange }: { sound: Sound; durationS: number; onChange: PutSound }) {
  return (
    <div className="sound__facts d-flex gap-24 mt-6">
      <NumberLine
        fact={soundFacts.from}
        value={sound.from}
        min={0}
        max={Math.max(0, (sound.until ?? durationS) - 0.1)}
        label="Second of the sound at the clip’s start"
        onChange={(from, m) => onChange({ ...sound, from }, m)}
      />
      <NumberLine
        fact={soundFacts.until}
        value={sound.until ?? durationS}
        min={sound.from + 0.1}
        max={durationS}
        label="Second of the sound at which it ends"
        onChange={(until, m) => onChange({ ...sound, until }, m)}
      />
      <NumberLine
        fact={soundFacts.gain}
        value={sound.gain}
        min={0}
        max={4}
        step={0.05}
        onChange={(gain, m) => onChange({ ...sound, gain }, m)}
      />
    </div>
  );
}

/** A stored sound, decoded. */
function useSound(hash: string | undefined, onFault: (fault: string) => void): AudioBuffer | undefined {
  const [found, setFound] = useState<{ hash: string; buffer: AudioBuffer }>();
  useEffect(() => {
    if (!hash) return;
    let live = true;
    loadSound(hash).then(
      (buffer) => live && setFound({ hash, buffer }),
      () => live && onFault("This browser can’t read the sound. Upload it as WAV or MP3."),
    );
    return () => {
      live = false;
    };
  }, [hash, onFault]);
  return found && found.hash === hash ? found.buffer : undefined;
}
