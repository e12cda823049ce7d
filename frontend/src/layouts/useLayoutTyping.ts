import { useDesignTyping } from "../designs/useDesignTyping";
import { useLayoutStore } from "./layoutStore";

/** Typing that changes the layout in hand. */
export const useLayoutTyping = () => useDesignTyping(useLayoutStore);
