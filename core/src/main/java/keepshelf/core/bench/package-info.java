/** Items and lights made ready for the bench. */
package keepshelf.core.bench;
