import { useMutation, useQuery } from "@tanstack/react-query";
import { useEffect, useMemo, useRef, useState } from "react";
import type { House } from "@/core/document/house";
import type { MarkRecipe } from "@/core/document/recipe";
import type { MarkPicture } from "@/core/document/vector";
import { prepareRaster, type PreparedMark } from "@/core/media/prepare-raster";
import { prepared, takeOver } from "./prepared";
import { loadPreview, type Preview } from "./raster";

/** Rest after the last change of a recipe before the whole picture is made by it. */
const restMs = 500;

/** A recipe for the small picture: edges are as much narrower. */
function smaller(recipe: MarkRecipe, scale: number): MarkRecipe {
  const { clear } = recipe;
  if (!clear) return recipe;
  return { ...recipe, clear: { ...clear, edge: Math.max(1, Math.round(clear.edge * Math.min(1, scale * 1.5))) } };
}

/** The recipe of a mark as it is being changed: seen small at once, made whole once it rests. */
export function useRecipe(id: string, picture: MarkPicture, edit: (change: (house: House) => void) => void) {
  const [recipe, setRecipe] = useState(picture.recipe);
  const source = useQuery({
    queryKey: ["mark-source", picture.from.hash],
    queryFn: () => loadPreview(picture.from.hash),
    staleTime: Infinity,
  });
  const shown = useMemo((): (PreparedMark & { scale: number }) | undefined => {
    const preview: Preview | undefined = source.data;
    return preview && { ...prepareRaster(preview.raster, smaller(recipe, preview.scale)), scale: preview.scale };
  }, [source.data, recipe]);
  const making = useMutation({
    mutationFn: (wanted: MarkRecipe) => prepared(picture.from.hash, wanted),
    onSuccess: (made, wanted) => edit((house) => takeOver(house, id, wanted, made)),
  });
  const { mutate } = making;
  // A mark that was just brought has never been made.
  const made = useRef(picture.hash === picture.from.hash ? undefined : JSON.stringify(picture.recipe));
  useEffect(() => {
    const wanted = JSON.stringify(recipe);
    if (wanted === made.current) return;
    const timer = setTimeout(() => {
      made.current = wanted;
      mutate(recipe);
    }, restMs);
    return () => clearTimeout(timer);
  }, [recipe, mutate]);
  return { recipe, setRecipe, source: source.data, fault: source.error ?? making.error, shown, making };
}

export type Recipe = ReturnType<typeof useRecipe>;
