/**
 * Environment lights in the latitude-longitude layout: looking into them, changing them, their
 * preview.
 */
package keepshelf.imaging.panorama;
