import { Upload } from "lucide-react";
import { useRef, useState } from "react";

const MOST_BYTES = 3_000_000;

/** UTF-8 where it is, else what an older office program writes. */
function decoded(bytes: ArrayBuffer): string {
  try {
    return new TextDecoder("utf-8", { fatal: true }).decode(bytes);
  } catch {
    return new TextDecoder("windows-1252").decode(bytes);
  }
}

/** A file from the coach's computer, as text. Says what is wrong at its place when it cannot be used. */
export function FilePick({
  label,
  accept,
  onText,
}: {
  label: string;
  accept: string;
  onText: (text: string, name: string) => void;
}) {
  const input = useRef<HTMLInputElement>(null);
  const [told, setTold] = useState("");
  const read = async (file: File | undefined) => {
    if (!file) return;
    if (file.size > MOST_BYTES) {
      setTold(`${file.name} is longer than 3 MB.`);
      return;
    }
    onText(decoded(await file.arrayBuffer()), file.name);
    setTold(file.name);
  };
  return (
    <div className="min-w-0">
      <input
        ref={input}
        type="file"
        className="sr-only"
        tabIndex={-1}
        aria-label={label}
        accept={accept}
        onChange={(event) => {
          void read(event.target.files?.[0]);
          event.target.value = "";
        }}
      />
      <button
        type="button"
        className="plain-action flex items-center gap-1.5"
        onClick={() => input.current?.click()}
      >
        <Upload size={15} aria-hidden /> {label}
      </button>
      {told && (
        <p className="mt-1 truncate text-[13px] text-dust" role="status">
          {told}
        </p>
      )}
    </div>
  );
}
