/**
 * Environment lights in the latitude-longitude layout: looking into them, changing them, their
 * preview.
 */
@NullMarked
package keepshelf.imaging.panorama;

import org.jspecify.annotations.NullMarked;
