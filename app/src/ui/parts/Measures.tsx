/** Measures typed as a tape shows them; what is refused stays in its field with its reason, and changes nothing. */
import { useState } from 'react';
import { Field } from './Field';
import { withPoint } from './with-point';

interface MeasureProps {
  readonly label: string;
  readonly value: string;
  /** Takes what was typed, or gives what is wrong with it. */
  readonly onEnd: (text: string) => string | undefined;
}

export function Measure({ label, value, onEnd }: MeasureProps) {
  const [refused, setRefused] = useState<{ readonly text: string; readonly why: string }>();
  return (
    <Field
      label={label}
      defaultValue={value}
      mono
      problem={refused?.why}
      onEnd={(typed) => {
        const text = withPoint(typed.trim());
        if (text === refused?.text) return;
        const why = text === value ? undefined : onEnd(text);
        setRefused(why === undefined ? undefined : { text, why });
      }}
    />
  );
}

/** One measure of a whole: how it stands, and the whole with another. */
export type MeasureRow<T> = readonly [label: string, value: string, change: (whole: T, text: string) => T];

/** What reads a whole and names what is wrong with it. */
interface Reader<T> {
  safeParse(value: unknown):
    | { readonly success: true; readonly data: T }
    | {
        readonly success: false;
        readonly error: { readonly issues: readonly { readonly message: string }[] };
      };
}

interface MeasuresProps<T> {
  readonly rows: readonly MeasureRow<T>[];
  readonly reader: Reader<T>;
  /** Gives the changed whole for the whole as it stands now. */
  readonly onChange: (change: (whole: T) => T) => void;
}

/** Takes a change where the whole agrees with itself; else says what is wrong and changes nothing. */
export function tried<T>(
  { reader, onChange }: Omit<MeasuresProps<T>, 'rows'>,
  change: (whole: T) => T,
): string | undefined {
  let problem: string | undefined;
  onChange((whole) => {
    const read = reader.safeParse(change(whole));
    if (read.success) return read.data;
    problem = read.error.issues[0]?.message;
    return whole;
  });
  return problem;
}

export function Measures<T>({ rows, ...how }: MeasuresProps<T>) {
  return rows.map(([label, value, change]) => (
    <Measure
      key={label}
      label={label}
      value={value}
      onEnd={(text) => tried(how, (whole) => change(whole, text))}
    />
  ));
}

/** A part that is as usual again when its field is left empty. */
export function without<T extends object>(all: T, field: keyof T, text: string): T {
  if (text.trim() !== '') return all;
  const { [field]: _gone, ...rest } = all;
  return rest as T;
}
