import { useQueryClient } from "@tanstack/react-query";
import { fileDressing } from "../api/client";
import { useToasts } from "./toasts";

/** Files a name that has no dressing yet, so that something can descend from it. */
export function useFresh() {
  const client = useQueryClient();
  const { say } = useToasts();
  return async (title: string) => {
    try {
      const r = await fileDressing(crypto.randomUUID(), { text: "", title });
      say(`${title} is filed as folio ${r.folio}, a name alone.`, r.deed);
      void client.invalidateQueries({ queryKey: ["choices"] });
      return { folio: r.folio, title };
    } catch (e) {
      say(e instanceof Error ? e.message : "The name could not be filed.");
      throw e;
    }
  };
}
