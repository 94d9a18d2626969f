/** What can be told from the pixels of a texture map alone, with how sure that is. */
package keepshelf.imaging.analyse;
