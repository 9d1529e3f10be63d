/** What the fields of every kind of piece are given, and the choice of a size that most have. */
import type { Item, ItemOf } from '@dense-pack/core/box/document';
import { type Edition, SIZES } from '@dense-pack/core/edition/edition';
import { Choice } from '../../parts/Choice';

/** Changes some fields of the piece; one set to undefined is taken away. */
export type ChangeItem = (fields: Record<string, unknown>) => void;

export interface FieldsProps<K extends Item['kind']> {
  readonly item: ItemOf<K>;
  readonly edition: Edition;
  readonly onChange: ChangeItem;
}

export const AWG = SIZES.map((value) => ({ value, label: String(value) }));

interface SizeProps {
  readonly title?: string;
  readonly value: number | undefined;
  readonly onChange: ChangeItem;
  /** It may be left to the box. */
  readonly open?: boolean;
}

export const SizeChoice = ({ title = 'Size, AWG', value, onChange, open = false }: SizeProps) => (
  <Choice
    title={title}
    options={AWG}
    value={AWG.find((one) => one.value === value)?.value}
    always={!open}
    onChoose={(size) => onChange({ size })}
  />
);
