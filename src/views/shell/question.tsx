import { Button } from '../../kit/button';
import { Dialog } from '../../kit/dialog';
import { useQuestion } from '../../state/shell/ask';
import styles from './shell.module.css';

/** The question that waits for an answer. */
export function QuestionDialog() {
  const asked = useQuestion((state) => state.asked);
  if (!asked) return null;
  const { title, text, choices, answer } = asked;
  return (
    <Dialog title={title} onClose={() => answer(undefined)}>
      <p>{text}</p>
      <div className={styles.choices}>
        {choices.map((choice, i) => (
          <Button key={choice} variant={i === 0 ? 'main' : 'plain'} onClick={() => answer(choice)}>
            {choice}
          </Button>
        ))}
      </div>
    </Dialog>
  );
}
