import { lazy, Suspense } from 'react';

const NameForm = lazy(async () => ({ default: (await import('./NameForm.js')).NameForm }));

export interface NameDialogProps {
  readonly title: string;
  readonly label: string;
  readonly initial?: string;
  readonly submit: string;
  readonly cancel: string;
  /** Something that can be said with the name, by a box that is not ticked at first. */
  readonly option?: string | undefined;
  /** Resolves when it is done; a rejection is shown below the field. */
  readonly onSubmit: (name: string, option: boolean) => Promise<unknown>;
  readonly onClose: () => void;
}

/** A name is asked for; its form comes when it is first needed. */
export function NameDialog(props: NameDialogProps) {
  return (
    <Suspense>
      <NameForm {...props} />
    </Suspense>
  );
}
