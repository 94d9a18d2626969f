/** Items of the shelf as stuff that units are cut from, and the units that they are made of. */
@org.jspecify.annotations.NullMarked
package keepshelf.core.making.stuff;
