/** The field an address of the server is typed into. */
import { Field, type FieldProps } from '../parts/Field';

export const AddressField = (props: FieldProps) => (
  <Field
    placeholder="https://boxes.example.com"
    inputMode="url"
    autoCapitalize="none"
    autoCorrect={false}
    {...props}
  />
);
