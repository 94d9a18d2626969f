/**
 * A simulated shop: serves feeds and archives of made-up sources on this computer alone, as well as
 * shops do, and as badly.
 */
package keepshelf.standins.shop;
