/** A field for text of several lines. */
import { useState } from 'react';
import { Field } from './Field';

interface LongFieldProps {
  readonly label: string;
  readonly most: number;
  readonly value: string;
  readonly onValue: (text: string) => void;
}

/** Text of several lines; what is too long is refused and stays in the field. */
export function LongField({ label, most, value, onValue }: LongFieldProps) {
  const [problem, setProblem] = useState<string>();
  return (
    <Field
      label={label}
      defaultValue={value}
      multiline
      numberOfLines={3}
      problem={problem}
      onEnd={(text) => {
        if (text.length > most) {
          setProblem(`The text has ${text.length} characters; at most ${most} are taken. Shorten it.`);
          return;
        }
        setProblem(undefined);
        if (text !== value) onValue(text);
      }}
    />
  );
}
