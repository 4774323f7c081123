// A form and its fields: what is typed is the form's, what is wrong with it the server's to say.
import { createContext, type ReactNode, useContext } from "react";
import { type FieldValues, FormProvider, type UseFormReturn } from "react-hook-form";
import { DraftNote } from "../ui/DraftNote";
import { problemAt } from "../ui/Problems";
import type { UnsavedDraft } from "./useDraftForm";

const ErrorContext = createContext<unknown>(null);

interface Props<T extends FieldValues> {
  form: UseFormReturn<T>;
  /** What the server said of the last try to save it. */
  error: unknown;
  onSubmit: (typed: T) => void;
  /** What was typed before and is not saved: that is said above the form. */
  draft?: UnsavedDraft | null;
  className?: string | undefined;
  children: ReactNode;
}

export function Form<T extends FieldValues>(props: Props<T>) {
  const { form, error, onSubmit, draft = null, className, children } = props;
  return (
    <FormProvider {...form}>
      <ErrorContext value={error}>
        <form className={className} noValidate onSubmit={form.handleSubmit(onSubmit)}>
          <DraftNote draft={draft} />
          {children}
        </form>
      </ErrorContext>
    </FormProvider>
  );
}

/** What is wrong at a path, as the server names it: the field's name, unless it has another there. */
export function useProblem(name: string, path?: string): string | undefined {
  const error = useContext(ErrorContext);
  return problemAt(error, path ?? name.replace(/\.(\d+)(?=\.|$)/g, "[$1]"));
}
