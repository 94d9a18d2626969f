/** MTL material libraries with an OBJ object that shows them. */
package keepshelf.core.format.mtl;
