import { create } from 'zustand';

/** A question that has to be answered before something goes on. */
export interface Question {
  readonly title: string;
  readonly text: string;
  /** The first is the one that is most likely meant. */
  readonly choices: readonly string[];
}

interface Asked extends Question {
  readonly answer: (choice: string | undefined) => void;
}

/** The question that is on screen; undefined where none is. */
export const useQuestion = create<{ readonly asked: Asked | undefined }>(() => ({ asked: undefined }));

/** Asks, and gives the choice; undefined where the person wants none of them. One question at a time. */
export function ask(question: Question): Promise<string | undefined> {
  useQuestion.getState().asked?.answer(undefined);
  return new Promise((resolve) => {
    const answer = (choice: string | undefined): void => {
      useQuestion.setState({ asked: undefined });
      resolve(choice);
    };
    useQuestion.setState({ asked: { ...question, answer } });
  });
}
