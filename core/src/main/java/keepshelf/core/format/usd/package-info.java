/** USD documents in text form, with UsdPreviewSurface. */
@org.jspecify.annotations.NullMarked
package keepshelf.core.format.usd;
