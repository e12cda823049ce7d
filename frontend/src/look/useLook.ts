import { useQuery } from "@tanstack/react-query";
import { client, must } from "../api/client";

const ASK_AGAIN_MS = 1000;

/** How a picture is looked at; asked again until its tiles and all places are there. */
export const useLook = (picture: string) =>
  useQuery({
    queryKey: ["pictures", picture, "look"],
    queryFn: () =>
      must(client.GET("/api/pictures/{picture_id}/look", { params: { path: { picture_id: picture } } })),
    refetchInterval: ({ state }) => (state.data?.ready && state.data.complete ? false : ASK_AGAIN_MS),
  });
