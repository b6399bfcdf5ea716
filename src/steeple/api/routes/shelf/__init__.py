"""Routes of the shelf and the cupboard, and of the server itself."""
