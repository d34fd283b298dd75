import { relative } from 'node:path';
import type { Reporter, TestCase, TestModule } from 'vitest/node';

const seconds = (milliseconds: number): string => `${(milliseconds / 1000).toFixed(0).padStart(4)} s`;

/**
 * Says at the end how long each file took, and names each test that passed only when it was done over, with what was wrong
 * before: such a one is to be put right.
 */
export default class RetriesReporter implements Reporter {
  readonly #retried: string[] = [];

  onTestCaseResult(test: TestCase): void {
    const times = test.diagnostic()?.retryCount ?? 0;
    if (times === 0) return;
    const why = test.result().errors?.map(({ message }) => message.split('\n')[0] ?? '') ?? [];
    this.#retried.push([`${relative('.', test.module.moduleId)}: ${test.fullName}`, ...why].join('\n    '));
  }

  onTestRunEnd(modules: readonly TestModule[]): void {
    const lengths = modules
      .map((module) => ({ name: relative('.', module.moduleId), took: module.diagnostic().duration }))
      .sort((a, b) => b.took - a.took);
    console.log('\nFiles by length:');
    for (const { name, took } of lengths) console.log(`${seconds(took)}  ${name}`);
    console.log(`Done over: ${this.#retried.length}`);
    for (const name of this.#retried) console.log(`  ${name}`);
  }
}
