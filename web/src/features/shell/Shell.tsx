// The frame: the yard's horses at the left (on the phone in a drawer), the horse's day on top.
import Button from "@mui/material/Button";
import Drawer from "@mui/material/Drawer";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link, NavLink, Outlet, useLocation } from "react-router";
import { horsesQuery } from "../../shared/api/queries";
import type { Me } from "../../shared/api/types";
import { text } from "../../shared/text/en";
import { Bounded } from "../../shared/ui/Bounded";
import { HorseList } from "./HorseList";
import { LittleRoom } from "./LittleRoom";
import { Outdated } from "./Outdated";
import { SaveState } from "./SaveState";
import { SessionMenu } from "./SessionMenu";
import styles from "./Shell.module.css";
import { useDaySearch } from "./useDaySearch";

const DAY = ["plan", "ring", "debrief"] as const;

export function Shell({ me }: { me: Me }) {
  const [open, setOpen] = useState(false);
  const horse = useLocation().pathname.match(/^\/horses\/([^/]+)/)?.[1];
  const side = <Side me={me} onChoose={() => setOpen(false)} />;
  return (
    <div className={styles.shell}>
      <a href="#page" className={styles.skip}>
        {text.shell.skip}
      </a>
      <aside className={styles.aside} aria-label={me.yard}>
        {side}
      </aside>
      <Drawer
        open={open}
        onClose={() => setOpen(false)}
        slotProps={{ paper: { className: styles.drawer ?? "" } }}
      >
        {side}
      </Drawer>
      <div className={styles.main}>
        <Top horse={horse} me={me} onMenu={() => setOpen(true)} />
        <main id="page" className={styles.page} tabIndex={-1}>
          <Outdated />
          <LittleRoom />
          <Bounded>
            <Outlet />
          </Bounded>
        </main>
      </div>
    </div>
  );
}

/** The yard's places and horses. */
function Side({ me, onChoose }: { me: Me; onChoose: () => void }) {
  return (
    <div className={styles.side}>
      <Link to="/" className={styles.brand} onClick={onChoose}>
        {text.product}
      </Link>
      <p className={styles.yard}>
        {me.yard} · <SaveState />
      </p>
      <nav aria-label={text.shell.menu} className={styles.nav}>
        <NavLink to="/" end className={styles.place ?? ""} onClick={onChoose}>
          {text.places.today}
        </NavLink>
        <HorseList onChoose={onChoose} />
        {me.can_manage ? (
          <NavLink to="/new-horse" className={styles.add ?? ""} onClick={onChoose}>
            + {text.horse.add}
          </NavLink>
        ) : null}
        <div className={styles.pair}>
          <NavLink to="/ground" className={styles.place ?? ""} onClick={onChoose}>
            {text.places.ground}
          </NavLink>
          {me.can_read ? (
            <NavLink to="/yard" className={styles.place ?? ""} onClick={onChoose}>
              {text.places.yard}
            </NavLink>
          ) : null}
        </div>
      </nav>
      <SessionMenu me={me} onChoose={onChoose} />
    </div>
  );
}

interface TopProps {
  horse: string | undefined;
  me: Me;
  onMenu: () => void;
}

function Top({ horse, me, onMenu }: TopProps) {
  return (
    <header className={horse ? styles.top : styles.topPlain}>
      <Button className={styles.menu} onClick={onMenu} aria-label={text.shell.menu}>
        ☰
      </Button>
      {horse ? (
        <HorseDay horse={horse} me={me} />
      ) : (
        <span className={styles.mobileBrand}>{text.product}</span>
      )}
      <p className={styles.mobileSave}>
        <SaveState />
      </p>
    </header>
  );
}

/** The horse's name and its day as a path. */
function HorseDay({ horse, me }: { horse: string; me: Me }) {
  const horses = useQuery(horsesQuery);
  const name = horses.data?.horses.find((one) => one.id === horse)?.name ?? "";
  const searchFor = useDaySearch();
  return (
    <>
      <p className={styles.horse}>{name}</p>
      <nav className={styles.day} aria-label={name}>
        {DAY.filter((place) => place !== "ring" || me.can_log).map((place, n) => (
          <span key={place} className={styles.stop}>
            {n > 0 ? (
              <span aria-hidden="true" className={styles.arrow}>
                →
              </span>
            ) : null}
            <NavLink
              to={`/horses/${horse}/${place}${place === "debrief" ? "" : searchFor(horse)}`}
              className={styles.tab ?? ""}
            >
              {text.places[place]}
            </NavLink>
          </span>
        ))}
        {me.can_read ? <BehindTheDay horse={horse} /> : null}
      </nav>
    </>
  );
}

/** What stands behind the day: not for whoever only logs. */
function BehindTheDay({ horse }: { horse: string }) {
  return (
    <span className={styles.apart}>
      <NavLink to={`/horses/${horse}/sheet`} className={styles.tab ?? ""}>
        {text.places.sheet}
      </NavLink>
      <NavLink to={`/horses/${horse}/ladder`} className={styles.tab ?? ""}>
        {text.places.ladder}
      </NavLink>
    </span>
  );
}
