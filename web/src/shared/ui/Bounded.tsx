// A place that breaks does not take the others with it: what was typed and tapped is on the device, and one goes on
// from the menu, or loads the page anew.
import Button from "@mui/material/Button";
import { Component, type ReactNode } from "react";
import { useLocation } from "react-router";
import { text } from "../text/en";
import styles from "./StateView.module.css";

/** Bounds what stands at an address; at another address it is tried anew. */
export function Bounded({ children }: { children: ReactNode }) {
  return <Boundary at={useLocation().pathname}>{children}</Boundary>;
}

interface Props {
  at: string;
  children: ReactNode;
}

class Boundary extends Component<Props, { isBroken: boolean }> {
  override state = { isBroken: false };

  static getDerivedStateFromError() {
    return { isBroken: true };
  }

  override componentDidUpdate(before: Props) {
    if (before.at !== this.props.at && this.state.isBroken) this.setState({ isBroken: false });
  }

  override render() {
    if (!this.state.isBroken) return this.props.children;
    return (
      <div className={styles.view} role="alert">
        <p className={styles.lead}>{text.state.broken}</p>
        <Button variant="outlined" onClick={() => location.reload()}>
          {text.state.reload}
        </Button>
      </div>
    );
  }
}
