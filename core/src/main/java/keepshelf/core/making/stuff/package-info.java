/** Items of the shelf as stuff that units are cut from, and the units that they are made of. */
package keepshelf.core.making.stuff;
