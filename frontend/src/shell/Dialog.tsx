import { useEffect, useRef, type ReactNode } from "react";

/** A modal leaf over the page; Escape closes it, focus stays inside. */
export function Dialog(props: { title: string; onClose: () => void; children: ReactNode }) {
  const leaf = useRef<HTMLDialogElement>(null);
  useEffect(() => {
    const dialog = leaf.current;
    if (dialog && !dialog.open) dialog.showModal();
  }, []);
  return (
    <dialog ref={leaf} className="modal" onClose={props.onClose} aria-label={props.title}>
      <div className="modal-box panel max-w-lg">
        <div className="mb-3 flex items-center justify-between gap-4">
          <h2 className="text-lg font-semibold">{props.title}</h2>
          <button type="button" className="plain-button" onClick={() => leaf.current?.close()}>
            Close
          </button>
        </div>
        {props.children}
      </div>
    </dialog>
  );
}
