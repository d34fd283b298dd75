import styles from './colour-field.module.css';

interface ColourFieldProps {
  readonly label: string;
  /** sRGB as `#rrggbb`. */
  readonly value: string;
  readonly onChange: (value: string) => void;
  readonly disabled?: boolean;
}

/** A colour to be chosen, by what the browser has for it. */
export const ColourField = ({ label, value, onChange, disabled = false }: ColourFieldProps) => (
  <label className={styles.colour}>
    {label}
    <input
      type="color"
      value={value}
      disabled={disabled}
      onChange={(event) => onChange(event.target.value)}
    />
  </label>
);
