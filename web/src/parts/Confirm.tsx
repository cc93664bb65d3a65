import { useEffect, useRef, type ReactNode } from 'react';
import { Key } from './Key';

/** Asks once before something that cannot be taken back. Escape and "Not yet" leave it. */
export function Confirm({
  title,
  action,
  danger = false,
  busy = false,
  onConfirm,
  onLeave,
  children,
}: {
  title: string;
  action: string;
  danger?: boolean;
  busy?: boolean;
  onConfirm: () => void;
  onLeave: () => void;
  children: ReactNode;
}) {
  const dialog = useRef<HTMLDialogElement>(null);
  useEffect(() => {
    dialog.current?.showModal();
  }, []);
  return (
    <dialog
      ref={dialog}
      className="modal"
      onClose={onLeave}
      aria-labelledby="confirm-title"
      onKeyDown={(event) => {
        if (event.key === 'Enter' && (event.ctrlKey || event.metaKey) && !busy) {
          event.preventDefault();
          onConfirm();
        }
      }}
    >
      <div className="modal-box max-w-xl bg-sheet">
        <h2 id="confirm-title" className="mb-3 text-lg font-bold">
          {title}
        </h2>
        {children}
        <div className="modal-action">
          <button className="btn" onClick={() => dialog.current?.close()}>
            Not yet <Key>Esc</Key>
          </button>
          <button
            className={danger ? 'btn btn-error' : 'btn btn-primary'}
            disabled={busy}
            onClick={onConfirm}
          >
            {action} <Key>Ctrl ⏎</Key>
          </button>
        </div>
      </div>
    </dialog>
  );
}
