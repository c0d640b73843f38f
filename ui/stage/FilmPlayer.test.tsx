import { beforeAll, expect, jest, test } from "@jest/globals";
import { act, fireEvent, screen } from "@testing-library/react";
import { barriers, show } from "@/ui/testing/screen";
import { FilmPlayer, type Film } from "./FilmPlayer";

const wide = { width: 1920, height: 1080 };
const film: Film = {
  ...{ url: "/film.webm", label: "Ada Fernsby", size: wide, frameS: 0.04, sound: false },
  opening: { posterS: 2.5, drawn: { x: 0.05, y: 0.75, width: 0.3, height: 0.15 } },
};
const video = () => document.querySelector("video")!;
const boxRatio = () =>
  Number(document.querySelector<HTMLElement>(".film-player__frame")!.style.getPropertyValue("--ratio"));

beforeAll(() => {
  // The page of tests has no films of its own.
  const playing = new Set<HTMLMediaElement>();
  Object.defineProperty(HTMLMediaElement.prototype, "paused", {
    get(this: HTMLMediaElement) {
      return !playing.has(this);
    },
  });
  HTMLMediaElement.prototype.play = jest.fn(async function (this: HTMLMediaElement) {
    playing.add(this);
    fireEvent.play(this);
  });
  HTMLMediaElement.prototype.pause = jest.fn(function (this: HTMLMediaElement) {
    playing.delete(this);
    fireEvent.pause(this);
  });
});

/** What a browser says of a film as soon as it has read its head. */
function loaded(seconds: number) {
  Object.defineProperty(video(), "duration", { configurable: true, value: seconds });
  act(() => void fireEvent.loadedMetadata(video()));
}

test("a film opens at its poster's instant, close up to its graphic, with its controls below it", async () => {
  const { hands } = show(<FilmPlayer film={film} />, "contributor");
  loaded(6);
  expect(video().getAttribute("src")).toBe("/film.webm#t=2.500");
  expect(video().controls).toBe(false);
  // 30 % of the width with its margin: the rest of the frame lies outside the box.
  expect(Number.parseFloat(video().style.width)).toBeGreaterThan(200);
  expect(boxRatio()).toBeGreaterThan(2);
  expect(screen.getByText("2.50 / 6.00 s")).toBeTruthy();
  await hands.click(screen.getByRole("button", { name: "Whole frame" }));
  expect([video().style.width, boxRatio().toFixed(2)]).toEqual(["", "1.78"]);
  await hands.click(screen.getByRole("button", { name: "Close up" }));
  expect(video().style.width).not.toBe("");
  expect(await barriers()).toEqual([]);
});

test("it plays and stops by a press, and moves by the frame", async () => {
  const { hands } = show(<FilmPlayer film={film} />, "contributor");
  loaded(6);
  await hands.click(screen.getByRole("button", { name: "Play" }));
  await hands.click(screen.getByRole("button", { name: "Pause" }));
  expect(screen.getByRole("button", { name: "Play" })).toBeTruthy();
  const playhead = screen.getByRole<HTMLInputElement>("slider", { name: "Playhead" });
  expect([playhead.max, playhead.step]).toEqual(["6", "0.04"]);
  fireEvent.change(playhead, { target: { value: "1" } });
  expect(video().currentTime).toBe(1);
});

test("a large graphic has no close-up, and a file of an older version opens in its middle", () => {
  const large = { ...film, opening: { posterS: 1, drawn: { x: 0, y: 0.02, width: 1, height: 0.9 } } };
  const { again } = show(<FilmPlayer film={large} />, "contributor");
  expect(screen.queryByRole("button", { name: "Whole frame" })).toBeNull();
  again(<FilmPlayer film={{ ...film, url: "/old.webm", opening: undefined }} />);
  loaded(8);
  expect([video().getAttribute("src"), video().currentTime]).toEqual(["/old.webm", 4]);
});

test("only a film with sound can be muted", async () => {
  const { hands, again } = show(<FilmPlayer film={film} />, "contributor");
  expect(screen.queryByRole("button", { name: "Mute" })).toBeNull();
  again(<FilmPlayer film={{ ...film, sound: true }} />);
  expect(video().muted).toBe(false);
  await hands.click(screen.getByRole("button", { name: "Mute" }));
  expect(video().muted).toBe(true);
});
