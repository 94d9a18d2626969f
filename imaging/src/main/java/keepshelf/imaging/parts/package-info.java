/** Finds pictures that are parts of others, or carry something that was laid on. */
package keepshelf.imaging.parts;
