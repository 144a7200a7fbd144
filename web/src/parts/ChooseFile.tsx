/** A press that opens the machine's own way of choosing a file. */
export function ChooseFile(props: { label: string; accept?: string; onFile: (file: File) => void }) {
  return (
    <label className="inline-flex min-h-12 cursor-pointer items-center rounded-lg border border-edge/60 bg-card px-3.5 font-semibold focus-within:outline-2 focus-within:outline-ice hover:border-ink sm:min-h-9">
      {props.label}
      <input
        type="file"
        accept={props.accept}
        className="sr-only"
        onChange={(e) => {
          const file = e.target.files?.[0];
          e.target.value = "";
          if (file) props.onFile(file);
        }}
      />
    </label>
  );
}
