"""From rows to views: jobs in short, one structure whole, where its stages stand; worked out once while in use."""
