/// <reference lib="webworker" />
import { type Larder, readDocument, stockLarder } from '@fellmist/core';
import { type ReadingAnswer, type ReadingFoods, type ReadingQuestion } from './reading';

let larder: Larder = stockLarder([]);

/** Reads long texts away from the screen. */
addEventListener('message', ({ data }: MessageEvent<ReadingFoods | ReadingQuestion>) => {
  if (data.kind === 'foods') {
    const bare = stockLarder(data.foods);
    larder = { foods: bare.foods, packsOf: bare.packsOf, inHand: data.inHand, perGram: bare.perGram, index: bare.index };
  } else postMessage({ id: data.id, read: readDocument(data.text, larder, data.measures) } satisfies ReadingAnswer);
});
