/** Making a material of a photograph. */
package keepshelf.desktop.photo;
