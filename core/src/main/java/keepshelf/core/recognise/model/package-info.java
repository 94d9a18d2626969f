/** What model files say about their material slots, textures and size. */
@NullMarked
package keepshelf.core.recognise.model;

import org.jspecify.annotations.NullMarked;
