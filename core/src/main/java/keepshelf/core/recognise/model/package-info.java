/** What model files say about their material slots, textures and size. */
package keepshelf.core.recognise.model;
