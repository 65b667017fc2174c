import { inject, Injectable } from '@angular/core';
import { Title } from '@angular/platform-browser';
import { type RouterStateSnapshot, TitleStrategy } from '@angular/router';
import { SAY } from './words';

/** "Shelf · Fellmist" in the browser's tab. */
@Injectable()
export class PlaceTitle extends TitleStrategy {
  private readonly title = inject(Title);

  override updateTitle(snapshot: RouterStateSnapshot): void {
    const place = this.buildTitle(snapshot);
    this.title.setTitle(place ? SAY.fellmist(place) : 'Fellmist');
  }
}
