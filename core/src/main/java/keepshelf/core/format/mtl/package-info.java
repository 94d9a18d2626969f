/** MTL material libraries with an OBJ object that shows them. */
@org.jspecify.annotations.NullMarked
package keepshelf.core.format.mtl;
