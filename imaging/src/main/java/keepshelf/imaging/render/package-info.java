/**
 * The physically based preview renderer, on the processor: the ball of the cards, environments,
 * models, and the bench with its shapes, under image-based light.
 */
@NullMarked
package keepshelf.imaging.render;

import org.jspecify.annotations.NullMarked;
