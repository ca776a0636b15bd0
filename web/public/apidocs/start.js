window.SwaggerUIBundle({ url: "/api/openapi.json", dom_id: "#docs", validatorUrl: null });
