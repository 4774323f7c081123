export { Form } from "./Form";
export { Choice, type Option, TextInput, Tick, TickMany } from "./fields";
export { useDraftForm } from "./useDraftForm";
