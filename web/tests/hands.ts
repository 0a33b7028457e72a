import { fireEvent, screen } from '@testing-library/svelte';

export const press = async (name: string | RegExp) =>
  fireEvent.click(await screen.findByRole('button', { name }));
export const type = async (label: string, value: string) =>
  fireEvent.input(await screen.findByLabelText(label), { target: { value } });
