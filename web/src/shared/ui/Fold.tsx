// A part of a page: under its heading where there is room, folded away behind it on the phone.
import useMediaQuery from "@mui/material/useMediaQuery";
import type { ReactNode } from "react";
import styles from "./Fold.module.css";

interface Props {
  title: string;
  /** How many things are in it: said where it is folded away. */
  count?: number | undefined;
  /** Unfolded on the phone too. */
  open?: boolean;
  level?: 2 | 3;
  children: ReactNode;
}

export function Fold({ title, count, open = false, level = 3, children }: Props) {
  const isPhone = useMediaQuery("(max-width: 860px)");
  const Heading = level === 2 ? "h2" : "h3";
  if (!isPhone) {
    return (
      <section className={styles.section}>
        <Heading>{title}</Heading>
        {children}
      </section>
    );
  }
  return (
    <details className={styles.fold} open={open}>
      <summary>
        <Heading>
          {title}
          {count === undefined ? "" : ` (${count})`}
        </Heading>
      </summary>
      {children}
    </details>
  );
}
