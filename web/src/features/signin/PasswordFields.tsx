import { TextInput } from "../../shared/form";
import { text } from "../../shared/text/en";

/** Whose password it is, for whatever keeps passwords on this device. */
export function WhosePassword({ name }: { name: string }) {
  return <input type="text" name="username" autoComplete="username" value={name} readOnly hidden />;
}

/** How one will sign in: the same wherever an account is made. */
export function PasswordFields({ withName = true }: { withName?: boolean }) {
  return (
    <>
      {withName ? (
        <TextInput name="name" label={text.join.name} autoComplete="username" required />
      ) : null}
      <TextInput
        name="password"
        label={text.join.password}
        help={text.join.passwordHelp}
        type="password"
        autoComplete="new-password"
        required
      />
    </>
  );
}
