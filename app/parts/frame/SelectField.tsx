import Select, { type SelectProps } from '@mui/material/Select';

/** A choice from a list, with its name before it. */
export function SelectField<T>({ label, ...select }: SelectProps<T> & { readonly label: string }) {
  return (
    <label className="select-field">
      {label}
      <Select size="small" SelectDisplayProps={{ 'aria-label': label }} {...select} />
    </label>
  );
}
