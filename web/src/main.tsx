import "@fontsource-variable/atkinson-hyperlegible-next/wght.css";
import "@fontsource-variable/bricolage-grotesque/wght.css";
import "./shared/theme/tokens.css";
import { registerSW } from "virtual:pwa-register";
import { createRoot } from "react-dom/client";
import { App } from "./App";

createRoot(document.getElementById("root") as HTMLElement).render(<App />);
if (import.meta.env.PROD) registerSW({ immediate: true });
