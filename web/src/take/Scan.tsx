import jsQR from "jsqr";
import { useEffect, useRef, useState } from "react";
import { joined, type Scanned, withCode } from "../exchange/codes";

/** Between two looks through the camera, ms. */
const look = 150;

/** Codes read by the camera, or from pictures of them, until all parts of one text are there. */
export function Scan(props: { onText: (text: string) => void }) {
  const { onText } = props;
  const video = useRef<HTMLVideoElement>(null);
  const [camera, setCamera] = useState<"asking" | "on" | "none">("asking");
  const [seen, setSeen] = useState<Scanned | null>(null);
  const [failed, setFailed] = useState<string | null>(null);
  const given = useRef(onText);
  given.current = onText;

  useEffect(() => {
    let stream: MediaStream | undefined;
    let timer: ReturnType<typeof setInterval> | undefined;
    let gone = false;
    const start = async () => {
      try {
        stream = await navigator.mediaDevices.getUserMedia({ video: { facingMode: "environment" } });
        if (gone || !video.current) return stop();
        video.current.srcObject = stream;
        await video.current.play();
        setCamera("on");
        timer = setInterval(() => {
          const shown = video.current;
          if (!shown?.videoWidth) return;
          const code = codeIn(shown, shown.videoWidth, shown.videoHeight);
          if (code) setSeen((s) => withCode(s, code));
        }, look);
      } catch {
        setCamera("none");
      }
    };
    const stop = () => {
      clearInterval(timer);
      for (const track of stream?.getTracks() ?? []) track.stop();
    };
    void start();
    return () => {
      gone = true;
      stop();
    };
  }, []);

  useEffect(() => {
    if (!seen) return;
    joined(seen).then(
      (text) => text !== null && given.current(text),
      () => {
        setFailed("A code was read wrong. Scan them again from the first.");
        setSeen(null);
      },
    );
  }, [seen]);

  const pictures = async (files: FileList | null) => {
    setFailed(null);
    let found = 0;
    for (const file of files ?? []) {
      try {
        const picture = await createImageBitmap(file);
        const code = codeIn(picture, picture.width, picture.height);
        if (!code) continue;
        found++;
        setSeen((s) => withCode(s, code));
      } catch {
        // Not a picture: it is counted as one without a code.
      }
    }
    if (files && found < files.length)
      setFailed(
        `In ${files.length - found} of ${files.length} ${files.length === 1 ? "picture" : "pictures"} no code was found. Take it straight on, one code to a picture.`,
      );
  };

  return (
    <div className="mt-3">
      <video
        ref={video}
        playsInline
        muted
        className={`w-full rounded-xl bg-ink/10 ${camera === "none" ? "hidden" : ""}`}
      />
      {camera === "none" && <p>No camera can be used here. Take pictures of the codes and choose them:</p>}
      <p role="status" className="mt-1">
        {seen ? `${seen.parts.size} of ${seen.of} codes read.` : "Hold the phone’s codes in front of it."}
      </p>
      {failed && (
        <p role="alert" className="text-ember">
          {failed}
        </p>
      )}
      <label className="mt-2 block">
        <span className="font-semibold">Pictures of the codes</span>
        <input
          type="file"
          accept="image/*"
          multiple
          className="mt-1 block min-h-11"
          onChange={(e) => void pictures(e.target.files)}
        />
      </label>
    </div>
  );
}

/** The code in a picture; null where there is none. */
function codeIn(picture: CanvasImageSource, width: number, height: number): string | null {
  const canvas = document.createElement("canvas");
  const scale = Math.min(1, 1400 / Math.max(width, height));
  canvas.width = Math.round(width * scale);
  canvas.height = Math.round(height * scale);
  const drawn = canvas.getContext("2d", { willReadFrequently: true });
  if (!drawn) return null;
  drawn.drawImage(picture, 0, 0, canvas.width, canvas.height);
  const { data } = drawn.getImageData(0, 0, canvas.width, canvas.height);
  return jsQR(data, canvas.width, canvas.height)?.data ?? null;
}
