import { Delete } from "lucide-react";

const KEYS = ["1", "2", "3", "4", "5", "6", "7", "8", "9", ".", "0", "back"];

/** Number keys for a thumb; a keyboard needs none. */
export function Pad({ onPress, onEnter }: { onPress: (key: string) => void; onEnter: () => void }) {
  const key = "min-h-14 rounded-lg border border-rule bg-sheet text-[24px] active:bg-sand";
  return (
    <div className="mt-3 grid grid-cols-3 gap-2 md:pointer-fine:hidden">
      {KEYS.map((one) => (
        <button
          key={one}
          type="button"
          className={key}
          aria-label={one === "back" ? "Take a digit away" : undefined}
          onClick={() => onPress(one)}
        >
          {one === "back" ? <Delete className="mx-auto" aria-hidden /> : one}
        </button>
      ))}
      <button type="button" className="action col-span-3 min-h-14 !text-[20px]" onClick={onEnter}>
        Next
      </button>
    </div>
  );
}
