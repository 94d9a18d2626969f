/** USD documents in text form, with UsdPreviewSurface. */
package keepshelf.core.format.usd;
