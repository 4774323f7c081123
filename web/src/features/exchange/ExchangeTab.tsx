// What goes out of the yard and what comes in: exports, imports, archives.
import { exchangeText as text } from "../../shared/text/en.exchange";
import { ArchivesPart } from "./ArchivesPart";
import styles from "./Exchange.module.css";
import { Lately } from "./Lately";
import { TakeIn } from "./TakeIn";
import { TakeOut } from "./TakeOut";

export function ExchangeTab({ canManage }: { canManage: boolean }) {
  return (
    <div className={styles.parts}>
      <section className={styles.part}>
        <h2>{text.out}</h2>
        <TakeOut />
      </section>
      {canManage ? (
        <>
          <section className={styles.part}>
            <h2>{text.in}</h2>
            <TakeIn />
            <Lately />
          </section>
          <section className={styles.part}>
            <h2>{text.archives}</h2>
            <ArchivesPart />
          </section>
        </>
      ) : null}
    </div>
  );
}
