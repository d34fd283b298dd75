import styles from './tabs.module.css';

interface TabsProps<Id extends string> {
  /** What they choose between. */
  readonly label: string;
  readonly tabs: readonly (readonly [id: Id, word: string, tip?: string])[];
  readonly chosen: Id;
  readonly onChoose: (id: Id) => void;
}

/** Index tabs over a panel; the one in front is pressed. */
export function Tabs<Id extends string>({ label, tabs, chosen, onChoose }: TabsProps<Id>) {
  return (
    <div className={styles.tabs} role="group" aria-label={label}>
      {tabs.map(([id, word, tip]) => (
        <button
          key={id}
          type="button"
          data-tip={tip}
          aria-pressed={id === chosen}
          onClick={() => onChoose(id)}
        >
          {word}
        </button>
      ))}
    </div>
  );
}
