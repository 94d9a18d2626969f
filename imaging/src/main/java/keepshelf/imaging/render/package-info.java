/** The physically based preview renderer: a ball under image-based light, on the processor. */
package keepshelf.imaging.render;
