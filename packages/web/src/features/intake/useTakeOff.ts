import { useNavigate } from 'react-router';
import { call } from '../../api/http.js';
import { m } from '../../messages/index.js';
import { shared } from '../../parts/messages.js';
import { useToast } from '../../ui/toast-store.js';

/** Takes a file off the desk, and says so with the way back. */
export function useTakeOff(): (file: { readonly id: number; readonly name: string }) => Promise<void> {
  const navigate = useNavigate();
  const { say, fail } = useToast.getState();
  return async ({ id, name }) => {
    await call('DELETE /intake/files/:id', { params: { id } });
    say(shared.takenOff.done(name), {
      label: m.common.undo,
      run: () => {
        call('POST /intake/files/:id/put-back', { params: { id } }).then(() => navigate(`/intake/${id}`), fail);
      },
    });
  };
}
