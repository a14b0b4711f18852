import { call } from '../api/http.js';
import { m } from '../messages/index.js';
import { useDesk } from '../ui/desk-store.js';
import { NameDialog } from '../ui/NameDialog.js';

/** Asks for the name of a client, who is then in hand. */
export function NewClient({ onClose }: { readonly onClose: () => void }) {
  const takeInHand = useDesk((state) => state.takeInHand);
  return (
    <NameDialog
      title={m.client.createTitle}
      label={m.client.name}
      submit={m.client.createButton}
      cancel={m.common.cancel}
      onSubmit={async (name) => takeInHand((await call('POST /clients', { body: { name } })).id)}
      onClose={onClose}
    />
  );
}
