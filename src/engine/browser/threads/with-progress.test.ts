import { expect, it } from 'vitest';
import { withProgress } from './with-progress';

it('what is told behind the result, or behind a failure, is not listened to', async () => {
  const heard: number[] = [];
  let late: (done: number) => void = () => undefined;
  const listen = (done: number): void => void heard.push(done);
  const result = await withProgress(listen, async (tell) => {
    late = tell;
    tell(1);
    await Promise.resolve();
    tell(2);
    return 'done';
  });
  late(3);
  expect([result, heard]).toEqual(['done', [1, 2]]);
  const failed = withProgress(listen, (tell) => {
    late = tell;
    return Promise.reject(new Error('no room'));
  });
  await expect(failed).rejects.toThrow('no room');
  late(4);
  expect(heard).toEqual([1, 2]);
});
