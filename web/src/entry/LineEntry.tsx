import { type ClipboardEvent, type ReactNode, useEffect, useId, useRef, useState } from "react";
import type { KitItem } from "../api/client";
import { Button } from "../parts/Button";
import { ProblemList } from "../parts/Problem";
import { useWorkspace } from "../state/workspace";
import { ListEntry } from "./ListEntry";
import { namesOf, thingsOf } from "./names";
import { Understood } from "./Understood";
import { useLine } from "./useLine";

/**
 * One line to type a thing: what is understood of it shows as it is typed, what would move the answer is asked with the replies to press, and
 * what is pasted in several lines becomes a table to check.
 */
export function LineEntry(props: {
  label: string;
  /** Takes new things; they are not in the workspace yet. */
  onAdd: (things: KitItem[]) => void;
  placeholder?: string;
  autoFocus?: boolean;
  text?: string;
  onText?: (text: string) => void;
  /** What is on offer beside, for instance what is owned and of that name. */
  children?: ReactNode;
}) {
  const [own, setOwn] = useState("");
  const text = props.text ?? own;
  const setText = props.onText ?? setOwn;
  const { read, upToDate, problem } = useLine(text);
  const [list, setList] = useState<string | null>(null);
  const waiting = useRef(false);
  const input = useRef<HTMLInputElement>(null);
  const id = useId();
  const items = useWorkspace((w) => w.items);

  const add = () => {
    if (!read?.item || !read.reading) return;
    props.onAdd(thingsOf(read.item, read.count, namesOf(items)));
    setText("");
    waiting.current = false;
  };
  // Enter pressed before the answer was there: it counts once it is.
  // biome-ignore lint/correctness/useExhaustiveDependencies: looked at when the answer changes
  useEffect(() => {
    if (waiting.current && upToDate) {
      waiting.current = false;
      add();
    }
  }, [read, upToDate]);

  const onPaste = (e: ClipboardEvent) => {
    const pasted = e.clipboardData.getData("text/plain");
    if (!/[\r\n]\s*\S/.test(pasted.trim())) return;
    e.preventDefault();
    setList([text.trim(), pasted].filter(Boolean).join("\n"));
  };

  return (
    <div>
      <form
        className="flex gap-2"
        onSubmit={(e) => {
          e.preventDefault();
          if (upToDate) add();
          else waiting.current = true;
        }}
      >
        <label htmlFor={id} className="sr-only">
          {props.label}
        </label>
        <input
          ref={input}
          id={id}
          // biome-ignore lint/a11y/noAutofocus: opened to type in
          autoFocus={props.autoFocus}
          autoComplete="off"
          spellCheck={false}
          maxLength={300}
          enterKeyHint="done"
          className="min-h-11 w-full min-w-0 rounded-lg border-2 border-ink bg-card px-3 text-[16px] placeholder:text-soft sm:text-[15px]"
          placeholder={props.placeholder ?? "down bag −12 comfort 1300 g"}
          value={text}
          onChange={(e) => setText(e.target.value)}
          onPaste={onPaste}
        />
        <Button look="strong" type="submit" disabled={text.trim() === "" || (upToDate && !read?.reading)}>
          Add
        </Button>
      </form>
      <div aria-live="polite">
        {problem && <ProblemList problem={problem} />}
        {read && (
          <div className="mt-2 space-y-1.5 rounded-lg bg-ice-wash px-3 py-2">
            <Understood read={read} />
            {read.questions.map((q) => (
              <div key={q.field + q.text} className="text-[14px]">
                <p className={read.item ? "" : "font-semibold"}>{q.text}</p>
                {q.replies.length > 0 && (
                  <div className="mt-1 flex flex-wrap gap-1.5">
                    {q.replies.map((r) => (
                      <Button
                        key={r.line}
                        onClick={() => {
                          setText(r.line);
                          input.current?.focus();
                        }}
                      >
                        {r.says}
                      </Button>
                    ))}
                  </div>
                )}
              </div>
            ))}
            {read.unread.length > 0 && read.item && (
              <p className="text-[13px] text-soft">
                Kept in its name and not understood: {read.unread.map((u) => `“${u}”`).join(", ")}.
              </p>
            )}
          </div>
        )}
      </div>
      {props.children}
      {list !== null && (
        <ListEntry
          text={list}
          onClose={() => setList(null)}
          onTake={(things) => {
            props.onAdd(things);
            setText("");
            setList(null);
          }}
        />
      )}
    </div>
  );
}
