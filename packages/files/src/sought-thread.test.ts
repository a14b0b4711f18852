import { afterEach, expect, test } from '@jest/globals';
import { SoughtIndex } from '@fair-copy/core/memory/match/sought-index.js';
import { meetingsOf } from '@fair-copy/core/rehearsal/meeting.js';
import { SoughtThread } from './sought-thread.js';

const SOUGHT = ['Close the upper gate.', 'Open the sluice in the lower gate.', 'Wait for the green light.'];
const PASSING = [
  'Close the lower gate.',
  'The towpath is closed.',
  'Wait for the green light.',
  'Open the sluice in the gate.',
  '',
];
let thread: SoughtThread;
afterEach(() => thread.close());

test('a thread meets what is met here, and answers in the order in which it is asked', async () => {
  thread = new SoughtThread(SOUGHT, 50);
  const index = new SoughtIndex(SOUGHT, 50);
  const asked = [PASSING, [], PASSING.toReversed(), ...PASSING.map((text) => [text])];
  const answers = await Promise.all(asked.map((texts) => thread.meet(texts, 50)));
  expect(answers).toEqual(asked.map((texts) => meetingsOf(index, texts, 50)));
  expect(answers[0]!.map(({ passing, id }) => [passing, id])).toEqual([
    [0, 0],
    [2, 2],
    [3, 1],
  ]);
  expect(await thread.meet(PASSING, 100)).toEqual([{ passing: 2, id: 2, score: 100 }]);
});

test('who asks a thread that has ended is told, then and later', async () => {
  thread = new SoughtThread(SOUGHT, 50);
  const asked = thread.meet(PASSING, 50);
  thread.close();
  await expect(asked).rejects.toThrow();
  await expect(thread.meet(PASSING, 50)).rejects.toThrow('The thread has ended.');
});
